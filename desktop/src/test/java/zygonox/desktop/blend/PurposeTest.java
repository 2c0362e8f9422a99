package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.develop.Tone;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Selection;

class PurposeTest {
  private static final Optional<Path> SKY = Optional.of(Path.of("sky.jpg"));
  private static final Recipe PLAIN = Recipe.of(Selection.of(List.of()), BlendMethod.LIGHTEN);

  @ParameterizedTest
  @EnumSource
  void aRecipeMadeForAPurposeIsForIt(Purpose purpose) {
    for (Purpose before : Purpose.values()) {
      Recipe old = before.serve(PLAIN, FrameSet.NONE, SKY);
      Recipe served = purpose.serve(old, FrameSet.NONE, SKY);
      served.checked();
      Purpose told = purpose == Purpose.OWN ? Purpose.of(old) : purpose;
      assertThat(Purpose.of(served)).isEqualTo(told);
    }
  }

  @Test
  void whatIsNotItsMatterStays() {
    Recipe developed = PLAIN.withTone(Tone.parse("exposure=0.5"));
    Recipe served = Purpose.SKY_OVER_GROUND.serve(developed, FrameSet.NONE, SKY);
    assertThat(served.tone()).isEqualTo(developed.tone());
    assertThat(served.calibration().hotPixels()).isEqualTo(HotPixelRepair.AUTO);
    assertThat(served.ground()).isPresent();
    assertThat(Purpose.of(served.withTone(Tone.NONE))).isEqualTo(Purpose.SKY_OVER_GROUND);
  }

  @Test
  void whatNoneOfThemTellsIsOnesOwn() {
    Recipe own = PLAIN.withMethod(BlendMethod.SUM);
    assertThat(Purpose.of(own)).isEqualTo(Purpose.OWN);
    assertThat(Purpose.choices(Purpose.OWN)).contains(Purpose.OWN);
    assertThat(Purpose.choices(Purpose.SKY)).doesNotContain(Purpose.OWN);
    assertThat(Purpose.of(PLAIN.withAlign(Align.STARS, Optional.of(Path.of("a.jpg")))))
        .isEqualTo(Purpose.OWN);
  }

  @Test
  void aMovementIsOneOfThem() {
    Recipe served = Purpose.MOVEMENT.serve(PLAIN, FrameSet.NONE, SKY);
    assertThat(served.method()).isEqualTo(BlendMethod.MEDIAN);
    assertThat(Purpose.of(served)).isEqualTo(Purpose.MOVEMENT);
    assertThat(Purpose.of(served.withMovement(Optional.empty()))).isEqualTo(Purpose.EMPTY_PLACE);
    assertThat(Purpose.SMOOTH_WATER.serve(served, FrameSet.NONE, SKY).movement()).isEmpty();
  }

  @Test
  void aSkyOfOneFrameStaysThatFrames() {
    Recipe still = Purpose.LIGHTS_UNDER_SKY.serve(PLAIN, FrameSet.NONE, SKY);
    assertThat(Skies.of(still).orElseThrow().frame()).isEqualTo(SKY);
    Recipe soft = Skies.edged(still, 20);
    Recipe again =
        Purpose.LIGHTS_UNDER_SKY.serve(soft, FrameSet.NONE, Optional.of(Path.of("b.jpg")));
    assertThat(Skies.of(again).orElseThrow().frame()).isEqualTo(SKY);
    Recipe other = Skies.from(soft, Optional.of(Path.of("c.jpg")));
    assertThat(Skies.of(other).orElseThrow().edgePixels()).isEqualTo(20);
    assertThat(Skies.of(Purpose.EVERY_LIGHT.serve(soft, FrameSet.NONE, SKY))).isEmpty();
    assertThat(BlendModel.fileName(still)).contains("-still-sky").doesNotContain("-parts");
  }
}
