package io.sumbrel.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.methods;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import org.junit.jupiter.api.Test;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.RestController;

class ArchitectureTest {
  private final JavaClasses server =
      new ClassFileImporter()
          .withImportOption(new DoNotIncludeTests())
          .importPackages("io.sumbrel.server");

  @Test
  void featuresHaveNoCycles() {
    slices().matching("io.sumbrel.server.(*)..").should().beFreeOfCycles().check(server);
  }

  @Test
  void controllersAndRowsStayInsideTheirFeature() {
    classes().that().areAnnotatedWith(RestController.class).should().notBePublic().check(server);
    classes().that().haveSimpleNameEndingWith("Row").should().notBePublic().check(server);
  }

  @Test
  void nothingButTheStandInsKnowsTheStandIns() {
    noClasses()
        .that()
        .resideOutsideOfPackage("io.sumbrel.server.standin..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("io.sumbrel.standin..", "io.sumbrel.server.standin..")
        .check(server);
  }

  @Test
  void onlyActsAndReadersAreTransactional() {
    methods()
        .that()
        .areAnnotatedWith(Transactional.class)
        .should()
        .beDeclaredInClassesThat()
        .areAnnotatedWith(Component.class)
        .check(server);
  }

  @Test
  void namesSayWhatAClassIsInTheTrade() {
    noClasses()
        .should()
        .haveNameMatching(".*(Impl|Utils|Util|Helper|Manager|Mapper|DTO|Dto|ServiceImpl)")
        .orShould()
        .resideInAnyPackage(
            "..util..", "..common..", "..helper..", "..impl..", "..dto..", "..service..")
        .check(server);
  }
}
