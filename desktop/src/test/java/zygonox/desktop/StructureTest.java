package zygonox.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Stages never know of each other, and models need no window. */
@AnalyzeClasses(packages = "zygonox.desktop", importOptions = ImportOption.DoNotIncludeTests.class)
class StructureTest {
  @ArchTest
  static final ArchRule noCycles =
      slices().matching("zygonox.desktop.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule stagesDoNotKnowEachOther =
      slices()
          .matching("zygonox.desktop.(sky|program|rehearse|frames|blend)..")
          .should()
          .notDependOnEachOther();

  @ArchTest
  static final ArchRule modelsNeedNoWindow =
      noClasses()
          .that()
          .haveSimpleNameEndingWith("Model")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("javafx.scene..", "javafx.stage..", "javafx.application..");
}
