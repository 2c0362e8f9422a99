package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.blend.BlendMethod;
import zygonox.core.blend.BlendOptions.Align;
import zygonox.core.blend.BlendResult;
import zygonox.core.blend.BlendWatcher;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.FrameSet;
import zygonox.core.work.Cancellation;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class BlendModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private BlendModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new BlendModel(night);
  }

  private String sentence() {
    return model.sentenceProperty().get().text();
  }

  private void set(String key, String typed) {
    setting(model.sentenceProperty().get(), key).accept().accept(typed);
  }

  @Test
  void withoutFramesThereIsNothingToBlend() {
    assertThat(sentence()).isEqualTo("Without frames there is nothing to blend.");
    assertThat(model.canBlend()).isFalse();
  }

  @Test
  void theLargestRunOfTheSkyIsOffered() {
    night.framesProperty().set(TestNight.frames());
    assertThat(sentence())
        .isEqualTo(
            "Take the 48 frames of 1 min 15 s (run 1), leave them as they are, and blend by"
                + " lighten.");
    assertThat(model.canBlend()).isTrue();
    assertThat(model.obstaclesProperty().get()).isEmpty();
  }

  @Test
  void averagesAskWhatIsAveraged() {
    night.framesProperty().set(TestNight.frames());
    set("method", "mean");
    assertThat(sentence()).endsWith("blend by mean of the light.");
    set("average-in", "the stored");
    assertThat(sentence()).endsWith("mean of the stored values.");
    set("method", "median");
    assertThat(sentence()).endsWith("blend by median.");
  }

  @Test
  void whatGoesAgainstThePurposeIsSaid() {
    night.framesProperty().set(TestNight.frames());
    set("align", "align");
    assertThat(model.obstaclesProperty().get()).first().asString().contains("draws no trails");
    FrameSet one =
        new FrameSet(TestNight.frames().frames().subList(0, 1), List.of(), ZoneOffset.UTC);
    night.framesProperty().set(one);
    assertThat(model.obstaclesProperty().get())
        .anySatisfy(o -> assertThat(o.sentence()).contains("One frame"));
  }

  @Test
  void aJobDoesWhatTheSentenceSays() throws Exception {
    night.framesProperty().set(TestNight.frames());
    model.setRun(1);
    model.setMethod(BlendMethod.MEAN);
    model.setAlign(Align.STARS);
    assertThat(model.fileName()).isEqualTo("mean-aligned.tif");
    BlendModel.Job job = model.job(folder.resolve("r.tif"));
    assertThat(job.title()).isEqualTo("mean of 16 frames");
    assertThat(job.width()).isEqualTo(960);
    BlendResult result = job.run(BlendWatcher.NONE, new Cancellation());
    assertThat(result.used()).isEqualTo(16);
    // An average of 8-bit frames is worth 16 bits.
    assertThat(FrameReader.look(result.output()).layout().bits()).isEqualTo(16);
    model.finished(result);
    assertThat(BlendModel.outcome(result))
        .startsWith("mean of 16 frames in")
        .contains("noise fell");
  }
}
