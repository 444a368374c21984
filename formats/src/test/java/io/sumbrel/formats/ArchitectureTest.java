package io.sumbrel.formats;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
  private final JavaClasses formats =
      new ClassFileImporter()
          .withImportOption(new DoNotIncludeTests())
          .importPackages("io.sumbrel.formats");

  @Test
  void formatsDoNotKnowEachOther() {
    slices().matching("io.sumbrel.formats.(*)").should().notDependOnEachOther().check(formats);
  }

  @Test
  void formatsKnowNoSpring() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.springframework..", "jakarta..")
        .check(formats);
  }
}
