package zygonox.desktop.frames;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.ReadFault;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.measure.OwnVerdicts;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class FramesModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private FramesModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new FramesModel(night);
  }

  @Test
  void runsAreToldInASentence() {
    assertThat(model.sentenceProperty().get().text()).isEqualTo("No frames yet.");
    night.framesProperty().set(TestNight.frames());
    assertThat(model.sentenceProperty().get().text())
        .isEqualTo(
            "64 frames in 2 runs: 48 frames of 1 min 15 s from 20:40:02; 16 frames of 2.5 s from"
                + " 21:50:02.");
    assertThat(model.obstaclesProperty().get()).isEmpty();
  }

  @Test
  void whatIsWrongIsToldByName() {
    FrameSet all = TestNight.frames();
    List<Frame> frames = new ArrayList<>(all.frames().subList(0, 20));
    // Two frames missing in the middle of a run.
    frames.remove(10);
    frames.remove(10);
    var bad = new FrameSet.Unreadable(Path.of("x.jpg"), ReadFault.of(ReadFault.Kind.EMPTY), false);
    night.framesProperty().set(new FrameSet(frames, List.of(bad), all.assumedOffset()));
    assertThat(model.obstaclesProperty().get())
        .hasSize(2)
        .anySatisfy(o -> assertThat(o.sentence()).startsWith("x.jpg: ").contains("empty"))
        .anySatisfy(
            o -> assertThat(o.sentence()).contains("2 min 32 s").contains("star-trails-0010.jpg"));
  }

  @Test
  void aFrameIsOneLineOfTheList() {
    night.framesProperty().set(TestNight.frames());
    Frame first = night.framesProperty().get().frames().get(0);
    assertThat(model.line(first))
        .isEqualTo("20:40:02   1 min 15 s   ISO 800\nstar-trails-0001.jpg");
  }

  @Test
  void framesAreJudgedAndAPersonsWordWins() {
    FrameSet all = TestNight.frames();
    FrameSet some = new FrameSet(all.frames().subList(0, 6), List.of(), all.assumedOffset());
    night.framesProperty().set(some);
    model.take(FramesModel.measure(some, Progress.NONE, new Cancellation()));
    assertThat(model.sentenceProperty().get().text()).endsWith("All of them can be kept.");
    Frame third = some.frames().get(2);
    assertThat(model.measured(third)).contains("stars").contains("px wide");
    night.selectedProperty().set(third);
    model.decide(Verdict.LOOK);
    assertThat(model.sentenceProperty().get().text()).endsWith("1 to be looked at, 0 dropped.");
    assertThat(model.line(third)).contains("look");
    night.selectedProperty().set(some.frames().get(4));
    model.obstaclesProperty().get().get(0).mend().orElseThrow().act().run();
    assertThat(night.selectedProperty().get()).isEqualTo(third);
    night.selectedProperty().set(some.frames().get(4));
    model.next();
    assertThat(night.selectedProperty().get()).isEqualTo(third);
    model.decide(Verdict.DROP);
    assertThat(OwnVerdicts.read(night.folder().orElseThrow()).verdicts())
        .containsValue(Verdict.DROP)
        .hasSize(1);
    // Judged again, it stays as the person said.
    model.take(FramesModel.measure(some, Progress.NONE, new Cancellation()));
    assertThat(model.verdict(third)).isEqualTo(Verdict.DROP);
  }

  @Test
  void aReasonIsSaidWithItsNumber() {
    FrameSet all = TestNight.frames();
    night.framesProperty().set(all);
    Frame frame = all.frames().get(3);
    night
        .judgementsProperty()
        .set(
            Map.of(
                frame.file(),
                new Judgement(
                    frame,
                    Verdict.LOOK,
                    List.of(
                        new Judgement.Reason(
                            Judgement.Reason.Code.STARS_FELL, List.of("37", "412"))))));
    assertThat(model.obstaclesProperty().get().get(0).sentence())
        .contains("star-trails-0004.jpg: The star count fell to 37 where 412 are usual");
  }
}
