package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import zygonox.core.align.Alignment;
import zygonox.core.align.Homography;
import zygonox.core.align.Placement;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.CoverageMap;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Mended;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Selection;

class StarsModelTest {
  private static final Path FIRST = Path.of("a.jpg");
  private static final Path SECOND = Path.of("b.jpg");

  private static String sentence(double straight, double whole) {
    Placement shifted = new Placement(new Homography(new double[] {1, 0, 3, 0, 1, 4, 0, 0, 1}));
    List<Alignment> alignment =
        List.of(
            new Alignment(FIRST, 90, 90, 0, 0, Placement.AS_IT_IS, List.of()),
            new Alignment(SECOND, 90, 80, straight, whole, shifted, List.of()));
    Recipe recipe =
        Recipe.of(Selection.of(List.of()), BlendMethod.MEAN)
            .withAlign(Align.STARS, Optional.empty());
    return new StarsModel(
            new BlendResult(
                recipe,
                Path.of("x.tif"),
                2,
                2,
                List.of(),
                960,
                640,
                1,
                0,
                Optional.of(FIRST),
                alignment,
                Optional.empty(),
                Optional.empty(),
                new CoverageMap.Counts(2, 2),
                Optional.empty(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                Mended.NOTHING,
                Optional.empty(),
                List.of()))
        .sentence();
  }

  @Test
  void whatABendingDoesIsToldWhereItDoesSomething() {
    assertThat(sentence(1.25, 0.2))
        .isEqualTo(
            "Stars lie on each other within 0.20 px; farthest off is b.jpg, by 0.20 px."
                + " Frames are bent a little to fit lens and air: else it would be 1.25 px."
                + " From the first frame to the last the sky moved by 5.0 px in the middle of"
                + " the picture.");
    assertThat(sentence(0.2, 0.2)).doesNotContain("bent");
  }
}
