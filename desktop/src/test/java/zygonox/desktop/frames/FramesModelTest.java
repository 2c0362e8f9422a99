package zygonox.desktop.frames;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.format.ReadFault;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Filling;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.measure.RunMeasure;
import zygonox.core.measure.SkyLevel;
import zygonox.core.measure.StillScene;
import zygonox.core.night.Decisions;
import zygonox.core.night.Night;
import zygonox.core.night.PlanMatch;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.stars.Spot;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.stage.BandNote;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class FramesModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private FramesModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new FramesModel(night, (other, set) -> {});
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
        .anySatisfy(o -> assertThat(o.sentence()).contains("number 11 to 12, from 20:52"));
    assertThat(night.missingProperty().get()).hasSize(2);
  }

  @Test
  void withoutAPlanAGapIsToldByItsLength() {
    OpenNight loose = new OpenNight(e -> {}, () -> 0);
    FramesModel without = new FramesModel(loose, (other, set) -> {});
    FrameSet all = TestNight.frames();
    List<Frame> frames = new ArrayList<>(all.frames().subList(0, 20));
    frames.remove(10);
    frames.remove(10);
    loose.framesProperty().set(new FrameSet(frames, List.of(), all.assumedOffset()));
    assertThat(without.obstaclesProperty().get())
        .singleElement()
        .satisfies(
            o -> assertThat(o.sentence()).contains("2 min 32 s").contains("star-trails-0010.jpg"));
  }

  private static FrameMeasure measured(Frame frame, int stars, double width) {
    return new FrameMeasure(
        frame,
        new SkyLevel(0.1, 0.004, 0),
        stars,
        Optional.of(new StarShape(width, 1.1, 0, 60)),
        1,
        new StillScene.Shift(0, 0.05),
        List.of(),
        Optional.empty());
  }

  @Test
  void cloudIsNamedOnTheBandAndThresholdsCanBeMoved() {
    FrameSet all = TestNight.frames();
    FrameSet some = new FrameSet(all.frames().subList(0, 20), List.of(), all.assumedOffset());
    night.framesProperty().set(some);
    List<FrameMeasure> run = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      run.add(measured(some.frames().get(i), i >= 8 && i < 12 ? 150 : 400, 2.4));
    }
    model.take(
        new Measured(
            List.of(new RunMeasure(run, List.of(), Optional.empty(), Optional.empty())),
            List.of()));
    assertThat(night.notesProperty().get()).extracting(BandNote::text).containsExactly("cloud");
    assertThat(model.obstaclesProperty().get())
        .extracting(Obstacle::sentence)
        .containsExactly("Cloud from 20:50 to 20:53");
    assertThat(model.reasons(some.frames().get(9)))
        .isEqualTo("The star count fell to 150 where 400 are usual: cloud until 20:53");
    RunsModel runs = new RunsModel(night, model);
    assertThat(runs.judgeSentenceProperty().get().text()).contains("fewer than 60 % of the usual");
    Setting stars = setting(runs.judgeSentenceProperty().get(), "stars");
    assertThat(stars.tryOut().apply("30").sentence()).startsWith("0 frames");
    stars.accept().accept("30");
    assertThat(night.notesProperty().get()).isEmpty();
    assertThat(model.verdict(some.frames().get(9))).isEqualTo(Verdict.KEEP);
    assertThat(runs.judgeSentenceProperty().get().text()).contains("fewer than 30 % of the usual");
  }

  @Test
  void howFullTheRoadIsIsToldOfLightTrailsAlone() {
    FrameSet all = TestNight.frames();
    night.framesProperty().set(all);
    List<FrameMeasure> run = new ArrayList<>();
    for (Frame frame : all.frames()) {
      run.add(measured(frame, 400, 2.4));
    }
    Optional<Filling> filling = Optional.of(new Filling(0.07));
    Measured measured =
        new Measured(List.of(new RunMeasure(run, List.of(), filling, Optional.empty())), List.of());
    model.take(measured);
    assertThat(model.obstaclesProperty().get())
        .extracting(Obstacle::sentence)
        .noneMatch(s -> s.contains("Passing lights"));
    PlanMatch match = PlanMatch.of(night.night(), all).get(0);
    Night plan = night.night();
    Program trails = plan.programs().get(match.program()).withJob(Job.LIGHT_TRAILS);
    night.edit("job", plan.withProgram(match.program(), trails));
    model.take(measured);
    assertThat(model.obstaclesProperty().get())
        .extracting(Obstacle::sentence)
        .anyMatch(s -> s.contains("one frame more would add about 7 %"));
  }

  @Test
  void hotPixelsAreToldOfTheirRunAndAFrameThatCannotBeDecodedIsNamed() {
    FrameSet all = TestNight.frames();
    night.framesProperty().set(all);
    List<FrameMeasure> run = new ArrayList<>();
    for (Frame frame : all.runs().get(0).frames().subList(1, 40)) {
      run.add(measured(frame, 400, 2.4));
    }
    Path lost = all.frames().get(0).file();
    RunsModel runs = new RunsModel(night, model);
    assertThat(runs.runsProperty().get().get(0).text()).doesNotContain("hot pixels");
    model.take(
        new Measured(
            List.of(
                new RunMeasure(
                    run,
                    List.of(new Spot(3, 4), new Spot(9, 9)),
                    Optional.empty(),
                    Optional.empty()),
                new RunMeasure(List.of(), List.of(), Optional.empty(), Optional.empty())),
            List.of(new FrameSet.Unreadable(lost, ReadFault.of(ReadFault.Kind.MISSING), false))));
    assertThat(runs.runsProperty().get().get(0).text())
        .endsWith("2 hot pixels stay in their places while the stars go on.");
    assertThat(runs.runsProperty().get().get(1).text()).doesNotContain("hot pixels");
    assertThat(model.obstaclesProperty().get())
        .anySatisfy(
            o ->
                assertThat(o.sentence())
                    .isEqualTo(lost.getFileName() + ": The file is not there any more"));
    night.framesProperty().set(FrameSet.NONE);
    assertThat(model.obstaclesProperty().get()).isEmpty();
  }

  @Test
  void aRunsKindCanBeSaidAndIsRemembered() throws Exception {
    night.load(TestNight.frames());
    RunsModel runs = new RunsModel(night, model);
    assertThat(runs.runsProperty().get().get(1).text())
        .isEqualTo(
            "Run 2: 16 frames of 2.5 s from 21:50:02, taken as sky: many exposures of several"
                + " seconds. The camera's clock was right.");
    setting(runs.runsProperty().get().get(1), "kind-2").accept().accept("foreground");
    assertThat(runs.runsProperty().get().get(1).text())
        .contains("taken as foreground: you said so.");
    OpenNight again = new OpenNight(e -> {}, () -> 0);
    again.open(night.folder().orElseThrow());
    again.load(TestNight.frames());
    assertThat(again.framesProperty().get().runs().get(1).kind()).isEqualTo(FrameKind.FOREGROUND);
  }

  @Test
  void theWallCutsTheNightIntoRowsThatFrameForFrameHaveRoom() {
    FrameSet all = TestNight.frames();
    List<WallRows.Row> rows = WallRows.of(all, 10);
    assertThat(rows.stream().flatMap(r -> r.frames().stream()))
        .containsExactlyElementsOf(all.frames());
    assertThat(rows).allMatch(r -> r.frames().size() <= 250);
    assertThat(rows.get(0).frames().size()).isBetween(2, 10);
    for (WallRows.Row row : rows) {
      double last = -1;
      for (Frame frame : row.frames()) {
        double place = WallRows.place(row, all, frame);
        assertThat(place).isGreaterThan(last).isBetween(0.0, 1.0);
        last = place;
      }
    }
    assertThat(rows).anyMatch(r -> r.emptyBefore() > 0);
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
    model.take(Measured.of(some, Progress.NONE, new Cancellation()));
    assertThat(model.sentenceProperty().get().text()).endsWith("All of them can be kept.");
    Frame third = some.frames().get(2);
    assertThat(model.measured(third)).contains("stars").contains("px wide");
    night.selectedProperty().set(third);
    model.decide(Verdict.LOOK);
    assertThat(model.sentenceProperty().get().text()).endsWith("1 to be looked at, 0 dropped.");
    assertThat(model.line(third)).contains("look");
    night.selectedProperty().set(some.frames().get(4));
    model.obstaclesProperty().get().get(0).mends().get(0).act().run();
    assertThat(night.selectedProperty().get()).isEqualTo(third);
    night.selectedProperty().set(some.frames().get(4));
    model.next();
    assertThat(night.selectedProperty().get()).isEqualTo(third);
    model.decide(Verdict.DROP);
    assertThat(Decisions.read(night.folder().orElseThrow()).verdicts())
        .containsValue(Verdict.DROP)
        .hasSize(1);
    // Judged again, it stays as the person said.
    model.take(Measured.of(some, Progress.NONE, new Cancellation()));
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
