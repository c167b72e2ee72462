package app.yarrowmark.workloads;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.yarrowmark.workloads", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {

    @ArchTest
    static final ArchRule pureJdk = noClasses()
            .should()
            .dependOnClassesThat()
            .resideOutsideOfPackages(
                    "app.yarrowmark.workloads..", "java..", "javax.crypto..", "com.sun.nio.file..", "org.jspecify..");

    @ArchTest
    static final ArchRule noCircle =
            slices().matching("app.yarrowmark.(**)").should().beFreeOfCycles();
}
