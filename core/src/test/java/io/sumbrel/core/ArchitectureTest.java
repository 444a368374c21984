package io.sumbrel.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noMethods;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
  private static final String[] EXACT = {
    "io.sumbrel.core.money..",
    "io.sumbrel.core.tape..",
    "io.sumbrel.core.ledger..",
    "io.sumbrel.core.posting..",
    "io.sumbrel.core.openitem..",
    "io.sumbrel.core.books.."
  };

  private final JavaClasses core =
      new ClassFileImporter()
          .withImportOption(new DoNotIncludeTests())
          .importPackages("io.sumbrel.core");

  @Test
  void coreUsesOnlyItselfAndJava() {
    classes()
        .that()
        .resideOutsideOfPackage("io.sumbrel.core.matching.text..")
        .should()
        .onlyDependOnClassesThat()
        .resideInAnyPackage("io.sumbrel.core..", "java..", "javax.crypto..")
        .check(core);
    classes()
        .should()
        .onlyDependOnClassesThat()
        .resideInAnyPackage(
            "io.sumbrel.core..", "java..", "javax.crypto..", "org.apache.commons.text..")
        .check(core);
  }

  @Test
  void coreReadsNoClockNoFileNoNetworkAndThrowsNoDice() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("java.io..", "java.nio.file..", "java.net..", "java.sql..")
        .orShould()
        .dependOnClassesThat()
        .areAssignableTo(Random.class)
        .orShould()
        .callMethodWhere(
            new DescribedPredicate<JavaMethodCall>("the clock is read") {
              @Override
              public boolean test(JavaMethodCall call) {
                return call.getTarget().getName().equals("now");
              }
            })
        .check(core);
  }

  @Test
  void noFloatingPointTouchesMoney() {
    DescribedPredicate<JavaClass> floating =
        new DescribedPredicate<>("floating point") {
          @Override
          public boolean test(JavaClass type) {
            return type.isEquivalentTo(double.class) || type.isEquivalentTo(float.class);
          }
        };
    noFields()
        .that()
        .areDeclaredInClassesThat()
        .resideInAnyPackage(EXACT)
        .should()
        .haveRawType(floating)
        .check(core);
    noMethods()
        .that()
        .areDeclaredInClassesThat()
        .resideInAnyPackage(EXACT)
        .should()
        .haveRawReturnType(floating)
        .check(core);
  }

  @Test
  void packagesHaveNoCycles() {
    slices().matching("io.sumbrel.core.(*)..").should().beFreeOfCycles().check(core);
  }

  @Test
  void algorithmsKnowOnlyCollections() {
    classes()
        .that()
        .resideInAnyPackage(
            "io.sumbrel.core.matching.combination..",
            "io.sumbrel.core.matching.candidate..",
            "io.sumbrel.core.matching.assignment..")
        .should()
        .onlyDependOnClassesThat()
        .resideInAnyPackage("io.sumbrel.core.matching..", "java.util..", "java.lang..")
        .check(core);
  }

  /** The lowest first: none knows one above it, nor the planning on top of all. */
  @Test
  void theFloorsOfMatchingKnowOnlyThoseBelow() {
    String matching = "io.sumbrel.core.matching";
    List<String> floors = List.of("problem", "weights", "change", "reading", "ways");
    for (String floor : floors) {
      Stream<String> above =
          Stream.concat(
              floors.stream()
                  .skip(Math.max(2, floors.indexOf(floor) + 1))
                  .map(f -> matching + "." + f),
              Stream.of(matching));
      noClasses()
          .that()
          .resideInAPackage(matching + "." + floor)
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(above.toArray(String[]::new))
          .check(core);
    }
    slices().matching("io.sumbrel.core.matching.(*)").should().beFreeOfCycles().check(core);
  }

  @Test
  void theLedgerKnowsNoReceipt() {
    noClasses()
        .that()
        .resideInAPackage("io.sumbrel.core.ledger..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "io.sumbrel.core.receipt..", "io.sumbrel.core.tape..", "io.sumbrel.core.bank..")
        .check(core);
  }
}
