package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.develop.Tone;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Selection;
import zygonox.desktop.stage.TestNight;

class PurposeTest {
  private static final Optional<Path> SKY = Optional.of(Path.of("sky.jpg"));
  private static final Recipe PLAIN = Recipe.of(Selection.of(List.of()), BlendMethod.LIGHTEN);

  /** All but the one that needs two runs of the sky. */
  @ParameterizedTest
  @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "NARROW_BAND")
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
    assertThat(Purpose.choices(own, FrameSet.NONE)).contains(Purpose.OWN);
    assertThat(Purpose.choices(PLAIN, FrameSet.NONE)).doesNotContain(Purpose.OWN);
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

  /** The demo's other run of the sky stands in for one behind a filter. */
  @Test
  void narrowBandLightComesFromTheOtherRunOfTheSky() throws Exception {
    FrameSet set = TestNight.frames();
    assertThat(Purpose.choices(PLAIN, FrameSet.NONE)).doesNotContain(Purpose.NARROW_BAND);
    Recipe second = PLAIN.withSelection(PLAIN.selection().withRun(OptionalInt.of(2)));
    assertThat(Purpose.choices(second, set)).contains(Purpose.NARROW_BAND);
    Recipe served = Purpose.NARROW_BAND.serve(second, set, SKY).checked();
    assertThat(Purpose.of(served)).isEqualTo(Purpose.NARROW_BAND);
    List<Path> first = set.runs().get(0).frames().stream().map(Frame::file).toList();
    assertThat(served.red().orElseThrow().frames()).isEqualTo(first);
    assertThat(Purpose.SKY.serve(served, set, SKY).red()).isEmpty();
  }
}
