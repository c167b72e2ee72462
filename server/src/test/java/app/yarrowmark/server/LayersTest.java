package app.yarrowmark.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import jakarta.persistence.Entity;
import org.springframework.data.repository.Repository;
import org.springframework.web.bind.annotation.RestController;

@AnalyzeClasses(packages = "app.yarrowmark.server", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {

    @ArchTest
    static final ArchRule featuresFormNoCycle =
            slices().matching("app.yarrowmark.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule repositoriesBelongToTheirFeature =
            classes().that().areAssignableTo(Repository.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule entitiesBelongToTheirFeature =
            classes().that().areAnnotatedWith(Entity.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule controllersAreNobodysBusiness =
            classes().that().areAnnotatedWith(RestController.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule controllersOnlyTranslate = noClasses()
            .that()
            .areAnnotatedWith(RestController.class)
            .should()
            .dependOnClassesThat()
            .areAssignableTo(Repository.class);

    @ArchTest
    static final ArchRule runnerAndWorkloadsStayOutside = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("app.yarrowmark.runner..", "app.yarrowmark.workloads..");
}
