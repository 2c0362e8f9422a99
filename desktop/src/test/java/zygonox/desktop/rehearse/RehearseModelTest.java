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
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
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
                + " JPEG, with nothing happening, and the random seed 1.");
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
            night.night(), night.program().orElseThrow(), Progress.NONE, new Cancellation());
    assertThat(raster.layout().width()).isEqualTo(1200);
    assertThat(RehearseModel.caption(night.program().orElseThrow()))
        .isEqualTo("predicted: 48 frames, lightened");
  }
}
