package zygonox.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;

/** Packages in the order of the night: an arrow only ever points to an earlier one. */
@AnalyzeClasses(packages = "zygonox.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  private static final String[] ORDER = {
    "quantity",
    "work",
    "sky",
    "site",
    "optics",
    "gear",
    "program",
    "raster",
    "raw",
    "format",
    "frame",
    "stars",
    "align",
    "measure",
    "develop",
    "mend",
    "combine",
    "recipe",
    "motion",
    "camera",
    "rehearsal",
    "night",
    "words",
    "handout"
  };

  @ArchTest static final ArchRule arrowsPointBack = layers();

  @ArchTest
  static final ArchRule noCycles =
      slices().matching("zygonox.core.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule noInterface =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("javafx..", "javax.swing..", "zygonox.cli..", "zygonox.desktop..")
          .orShould()
          .dependOnClassesThat()
          .haveFullyQualifiedName("java.awt.Window")
          .orShould()
          .dependOnClassesThat()
          .haveFullyQualifiedName("java.awt.Component");

  @ArchTest
  static final ArchRule threadsAreMadeInOnePlace =
      noClasses()
          .that()
          .resideOutsideOfPackage("zygonox.core.work")
          .should()
          .dependOnClassesThat()
          .haveFullyQualifiedName("java.util.concurrent.Executors")
          .orShould()
          .dependOnClassesThat()
          .haveFullyQualifiedName("java.lang.Thread");

  @ArchTest
  static final ArchRule noPackageIsLeftOut =
      noClasses()
          .should()
          .resideOutsideOfPackages(
              java.util.Arrays.stream(ORDER)
                  .map(name -> "zygonox.core." + name)
                  .toArray(String[]::new));

  @ArchTest
  static final ArchRule noStreamRunsInParallel =
      noClasses()
          .should()
          .callMethodWhere(
              DescribedPredicate.describe(
                  "a stream is made parallel",
                  call ->
                      call.getName().equals("parallel")
                          || call.getName().equals("parallelStream")));

  private static ArchRule layers() {
    var layered = Architectures.layeredArchitecture().consideringOnlyDependenciesInLayers();
    for (String name : ORDER) {
      layered = layered.layer(name).definedBy("zygonox.core." + name);
    }
    for (int i = 0; i < ORDER.length; i++) {
      String[] earlier = java.util.Arrays.copyOf(ORDER, i);
      layered =
          i == 0
              ? layered.whereLayer(ORDER[i]).mayNotAccessAnyLayer()
              : layered.whereLayer(ORDER[i]).mayOnlyAccessLayers(earlier);
    }
    return layered;
  }
}
