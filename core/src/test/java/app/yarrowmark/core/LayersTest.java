package app.yarrowmark.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.yarrowmark.core", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {

    @ArchTest
    static final ArchRule coreKnowsNoFramework = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "jakarta..",
                    "org.hibernate..",
                    "org.slf4j..",
                    "app.yarrowmark.server..",
                    "app.yarrowmark.runner..",
                    "app.yarrowmark.workloads..");

    @ArchTest
    static final ArchRule onlyExchangeReadsFormats = noClasses()
            .that()
            .resideOutsideOfPackage("..exchange..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("com.fasterxml..");

    @ArchTest
    static final ArchRule nothingReadsAClockOrAFile = noClasses()
            .that()
            .resideOutsideOfPackage("..exchange..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.time..", "java.io..", "java.nio.file..", "java.net..");

    @ArchTest
    static final ArchRule noRandomSourceButTheSeededOne = noClasses()
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.util.Random")
            .orShould()
            .callMethod(Math.class, "random");

    @ArchTest
    static final ArchRule packagesFormNoCycle =
            slices().matching("app.yarrowmark.core.(*)..").should().beFreeOfCycles();
}
