package zygonox.desktop.rehearse;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.camera.TimerLine;
import zygonox.core.frame.FrameSet;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.rehearsal.Prediction;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class RehearseModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private RehearseModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new RehearseModel(night);
  }

  @Test
  void theRehearsalReadsAsASentenceAndTellsWhatItYields() {
    assertThat(model.sentenceProperty().get().text())
        .isEqualTo(
            "Shoot star trails without waiting, under a simulated sky, at a sixth of the size, as"
                + " JPEG, with nothing happening, and the random seed 1. Shown is what you blend"
                + " from it.");
    var size = setting(model.sentenceProperty().get(), "size");
    assertThat(size.tryOut().apply("full").sentence()).contains("48 frames of 6000 x 4000 pixels");
    assertThat(size.tryOut().apply("tiny").possible()).isFalse();
  }

  @Test
  void eachRehearsalHasAFolderOfItsOwn() {
    var program = night.program().orElseThrow();
    night.edit("count", program.withInterval(program.interval().withCount(2)));
    List<RehearsalJob.Arrival> arrivals = new CopyOnWriteArrayList<>();
    RehearsalJob job = model.job();
    FrameSet first = job.run(arrivals::add, line -> {}, Progress.NONE, new Cancellation());
    assertThat(first.frames()).hasSize(2);
    assertThat(arrivals).hasSize(2);
    assertThat(Files.exists(job.folder().resolve("truth.json"))).isTrue();
    assertThat(first.takenAt(first.frames().get(0)))
        .hasValue(night.program().orElseThrow().shots().get(0).opensAt());
    assertThat(model.job().folder()).isNotEqualTo(job.folder());
  }

  @Test
  void aTimerRunsTheProgramAndWritesItsLog() throws Exception {
    var program = night.program().orElseThrow();
    night.edit("count", program.withInterval(new Interval(0, 0.5, 0.5, 3)));
    setting(model.sentenceProperty().get(), "speed").step().accept(1);
    assertThat(model.sentenceProperty().get().text()).contains("60 times as fast");
    List<TimerLine.Kind> said = new CopyOnWriteArrayList<>();
    RehearsalJob job = model.job();
    FrameSet set =
        job.run(a -> {}, line -> said.add(line.kind()), Progress.NONE, new Cancellation());
    assertThat(said).startsWith(TimerLine.Kind.STARTED).contains(TimerLine.Kind.TOOK);
    assertThat(set.frames()).isNotEmpty();
    assertThat(Files.exists(job.folder().resolve("truth.json"))).isTrue();
    assertThat(job.timer()).isEmpty();
  }

  @Test
  void theFinishedPictureIsPredictedAtAWindowsSize() {
    var raster =
        RehearseModel.predicted(
            night.night(),
            night.program().orElseThrow(),
            Prediction.Blend.LIGHTEN,
            Progress.NONE,
            new Cancellation());
    assertThat(raster.layout().width()).isEqualTo(1200);
    assertThat(RehearseModel.caption(night.program().orElseThrow()))
        .isEqualTo("predicted: 48 frames, lightened");
  }

  @Test
  void whatTheCameraItselfMakesCanBeShownInstead() {
    assertThat(model.inCameraProperty().get()).isEmpty();
    Setting shown = setting(model.sentenceProperty().get(), "shown");
    assertThat(shown.text()).isEqualTo("what you blend from it");
    assertThat(shown.tryOut().apply("what the camera itself adds").sentence())
        .startsWith("the first 10 frames of 48: ");
    shown.accept().accept("what the camera itself adds up");
    assertThat(model.inCameraProperty().get()).contains(Prediction.Blend.CAMERA_ADD);
    assertThat(
            RehearseModel.caption(
                night.program().orElseThrow(), model.inCameraProperty().get().orElseThrow()))
        .isEqualTo("predicted: what the camera itself adds up, of the first 10 of 48 frames");
    Program program = night.program().orElseThrow();
    night.edit("exposure", program.withInterval(new Interval(0, 240, 1, 3)));
    assertThat(
            setting(model.sentenceProperty().get(), "shown")
                .tryOut()
                .apply("what the camera itself averages")
                .sentence())
        .contains("the first 3 frames of 3")
        .endsWith("needs bulb, in which many cameras do not blend.");
    night.edit("count", program.withInterval(new Interval(0, 240, 1, 1)));
    assertThat(
            setting(model.sentenceProperty().get(), "shown")
                .tryOut()
                .apply("what the camera itself averages")
                .possible())
        .isFalse();
    // One frame is not blended at all: what was chosen goes.
    assertThat(model.inCameraProperty().get()).isEmpty();
  }
}
