package app.yarrowmark.runner;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

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
                    "org.apache.commons.math3..",
                    "org.springframework..");
}
