package app.yarrowmark.runner;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.yarrowmark.runner", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {

    /** Ranking is left out of the runner's jar, with the numerics it needs. */
    @ArchTest
    static final ArchRule noServerAndNoRanking = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "app.yarrowmark.server..",
                    "app.yarrowmark.core.rank..",
                    "org.hipparchus..",
                    "org.springframework..");

    @ArchTest
    static final ArchRule packagesInLayers = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("cli")
            .definedBy("app.yarrowmark.runner.cli")
            .layer("measure")
            .definedBy("app.yarrowmark.runner.measure")
            .layer("detect")
            .definedBy("app.yarrowmark.runner.detect")
            .layer("desk")
            .definedBy("app.yarrowmark.runner.desk")
            .whereLayer("cli")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("measure")
            .mayOnlyBeAccessedByLayers("cli")
            .whereLayer("detect")
            .mayOnlyBeAccessedByLayers("cli")
            .whereLayer("desk")
            .mayOnlyBeAccessedByLayers("cli");

    @ArchTest
    static final ArchRule noCircle =
            slices().matching("app.yarrowmark.(**)").should().beFreeOfCycles();
}
