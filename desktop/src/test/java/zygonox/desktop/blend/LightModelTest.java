package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Neutral;
import zygonox.core.develop.Tone;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.raster.Srgb;
import zygonox.core.recipe.Align;
import zygonox.core.work.Cancellation;
import zygonox.desktop.blend.LightModel.Attempt;
import zygonox.desktop.blend.LightModel.Tried;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class LightModelTest {
  @TempDir Path folder;
  private BlendModel blend;
  private LightModel model;

  @BeforeEach
  void open() throws Exception {
    OpenNight night = TestNight.in(folder);
    night.framesProperty().set(TestNight.frames());
    blend = new BlendModel(night);
    blend.setRun(1);
    model = new LightModel(night, blend, new VariantsModel());
  }

  private Attempt attempt() throws Exception {
    Frame frame = model.frame().orElseThrow();
    FrameSet set = TestNight.frames();
    return LightModel.attempt(frame, model.recipe(frame), set, new Cancellation());
  }

  private static int green(Pixels of, int x, int y) {
    Pixels.Level level = of.levelFor(1);
    return level.argb()[y * level.width() + x] >> 8 & 0xff;
  }

  @Test
  void aStopMoreIsTwiceTheLight() throws Exception {
    blend.edit("test", blend.recipe().withTone(Tone.parse("exposure=1")));
    Tried tried = attempt().tried().orElseThrow();
    for (int x = 20; x < 940; x += 37) {
      int taken = green(tried.taken(), x, 200);
      double wanted = 255 * Srgb.toEncoded(Math.min(1, 2 * Srgb.toLight(taken / 255.0)));
      assertThat((double) green(tried.developed(), x, 200)).isCloseTo(wanted, within(1.0));
    }
    assertThat(tried.developedShares().peak()).isGreaterThan(tried.takenShares().peak());
  }

  @Test
  void whatIsPointedAtComesOutGrey() throws Exception {
    model.neutral(500.7, 80.2);
    assertThat(blend.recipe().tone().neutral()).contains(new Neutral.Place(500, 80));
    Tried tried = attempt().tried().orElseThrow();
    double red = 0;
    double green = 0;
    double blue = 0;
    Pixels.Level level = tried.developed().levelFor(1);
    for (int y = 78; y <= 82; y++) {
      for (int x = 498; x <= 502; x++) {
        int argb = level.argb()[y * level.width() + x];
        red += Srgb.toLight((argb >> 16 & 0xff) / 255.0);
        green += Srgb.toLight((argb >> 8 & 0xff) / 255.0);
        blue += Srgb.toLight((argb & 0xff) / 255.0);
      }
    }
    assertThat(red / green).isCloseTo(1, within(0.05));
    assertThat(blue / green).isCloseTo(1, within(0.05));
  }

  @Test
  void itIsTriedOnTheReferenceAndWhatConcernsOneFrameAlone() {
    blend.setAlign(Align.STARS);
    blend.setMethod(BlendMethod.CLIPPED_MEAN);
    blend.set(Care.LINES, true);
    Path fifth = TestNight.frames().runs().get(1).frames().get(4).file();
    blend.setReference(fifth);
    Frame frame = model.frame().orElseThrow();
    assertThat(frame.file()).isEqualTo(fifth);
    assertThat(model.recipe(frame).checked().selection().paths()).isEqualTo(List.of(fifth));
    model.refresh();
    assertThat(model.sentenceProperty().get().text())
        .isEqualTo(
            "Develop every frame not at all, leave hot pixels in, leave their skies as they are.");
    setting(model.sentenceProperty().get(), "light-match-light").step().accept(1);
    assertThat(blend.recipe().matchLight()).isTrue();
  }

  @Test
  void whatCannotBeDoneIsToldInASentence() throws Exception {
    blend.edit(
        "test",
        blend
            .recipe()
            .withTone(
                new Tone(0, Optional.empty(), Optional.of(new Neutral.Place(5000, 5)), 0, 0, 0)));
    Attempt attempt = attempt();
    assertThat(attempt.tried()).isEmpty();
    assertThat(attempt.reason()).contains("5000").contains("960");
  }
}
