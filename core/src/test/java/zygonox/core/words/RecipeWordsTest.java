package zygonox.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import zygonox.core.combine.BlendMethod;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Selection;

class RecipeWordsTest {
  private static final OptionalInt FRAMES = OptionalInt.of(47);

  private final Recipe trails =
      Recipe.of(Selection.of(List.of(Path.of("night"))), BlendMethod.LIGHTEN);

  @Test
  void whatIsDoneToFramesIsSaidBeforeTheyAreBlended() {
    assertThat(RecipeWords.sentence(trails, FRAMES))
        .isEqualTo("Take 47 frames and blend them by lighten.");
    assertThat(RecipeWords.sentence(trails.withMending(Mending.NONE.withGaps(true)), FRAMES))
        .isEqualTo("Take 47 frames, bridge the gaps, and blend them by lighten.");
    assertThat(
            RecipeWords.sentence(
                trails.withMending(Mending.NONE.withStreaks(true).withGaps(true)), FRAMES))
        .isEqualTo(
            "Take 47 frames, take out the lines of aeroplanes and satellites, bridge the gaps,"
                + " and blend them by lighten.");
  }

  @Test
  void whatIsUsualIsNotSaid() {
    Recipe stars =
        Recipe.of(trails.selection(), BlendMethod.MEAN).withAlign(Align.STARS, trails.reference());
    assertThat(RecipeWords.sentence(stars, FRAMES))
        .isEqualTo("Take 47 frames, align them on the stars and blend them by mean.");
    assertThat(RecipeWords.command(stars, Path.of(""), Path.of("still.tif")))
        .isEqualTo("zygonox blend mean night --align stars --out still.tif");
  }
}
