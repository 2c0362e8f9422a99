package zygonox.desktop.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.gear.Kit;
import zygonox.core.gear.Shelf;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.rehearsal.TestFrame;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class PlanPagesTest {
  @TempDir Path folder;
  private OpenNight night;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
  }

  private static void type(Sentence sentence, String key, String typed) {
    var outcome = setting(sentence, key).tryOut().apply(typed);
    assertThat(outcome.possible()).as(outcome.sentence()).isTrue();
    setting(sentence, key).accept().accept(typed);
  }

  private Program program() {
    return night.program().orElseThrow();
  }

  @Test
  void aTestShotBecomesTheFinalExposure() {
    ExposureModel model = new ExposureModel(night);
    assertThat(model.equivalentProperty().get().text())
        .isEqualTo(
            "A test of 1 min 15 s at f/2.8, ISO 800 looked right. As bright, solved for the"
                + " shutter: 1 min 15 s at f/2.8, ISO 800.");
    type(model.equivalentProperty().get(), "test-shutter", "15");
    type(model.equivalentProperty().get(), "test-iso", "6400");
    type(model.equivalentProperty().get(), "final-iso", "100");
    assertThat(model.equivalentProperty().get().text())
        .isEqualTo(
            "A test of 15 s at f/2.8, ISO 6400 looked right. As bright, solved for the shutter:"
                + " 16 min at f/2.8, ISO 100. The saying that seconds become minutes makes it"
                + " 15 min.");
    type(model.equivalentProperty().get(), "final-iso", "800");
    assertThat(model.equivalentProperty().get().text()).endsWith(": 2 min at f/2.8, ISO 800.");
    setting(model.equivalentProperty().get(), "solved").step().accept(1);
    type(model.equivalentProperty().get(), "final-shutter", "60");
    assertThat(model.equivalentProperty().get().text()).endsWith("1 min at f/2, ISO 800.");
    model.use();
    assertThat(program().interval().exposureSeconds()).isEqualTo(60);
    assertThat(program().aperture()).isEqualTo(2);
    assertThat(program().iso()).isEqualTo(800);
    assertThat(setting(model.equivalentProperty().get(), "test-iso").tryOut().apply("0").possible())
        .isFalse();
  }

  @Test
  void allSchoolsStandSideBySideAndOneIsFollowed() {
    ExposureModel model = new ExposureModel(night);
    assertThat(model.schoolsProperty().get()).hasSize(5);
    assertThat(model.schoolsProperty().get().get(0)).startsWith("25 s by the rule of 500");
    assertThat(model.pointsProperty().get().text())
        .isEqualTo(
            "Follow the rule of 400, which allows 20 s; in the worst corner stars then move 4.1"
                + " times their width.");
    type(model.pointsProperty().get(), "rule", "the NPF");
    assertThat(model.pointsProperty().get().text()).contains("14.2 s");
    assertThat(night.night().assumptions().rule().name()).isEqualTo("NPF");
  }

  @Test
  void aStacksGainIsPredictedBothWays() {
    ExposureModel model = new ExposureModel(night);
    assertThat(model.stackProperty().get().text())
        .isEqualTo(
            "The mean of 48 frames is 6.9 times quieter, and blurs movement like a filter of 5.6"
                + " stops.");
    type(model.stackProperty().get(), "gain", "4");
    assertThat(model.stackProperty().get().text()).contains("mean of 16 frames is 4.0");
    setting(model.stackProperty().get(), "gain-method").step().accept(1);
    type(model.stackProperty().get(), "gain", "4");
    assertThat(model.stackProperty().get().text()).contains("median of 2");
    type(model.lensProperty().get(), "filter", "10");
    assertThat(model.lensProperty().get().text()).contains("21 h 20 min");
    type(model.lensProperty().get(), "focus", "2");
    assertThat(model.lensProperty().get().text()).contains("sharp from 1.4 m to 3.3 m");
  }

  @Test
  void aTestFrameCorrectsTheSky() {
    ExposureModel model = new ExposureModel(night);
    TestFrame frame = new TestFrame(0.2, 0.1, Optional.of(new SkyBrightness(20.5)));
    model.take(frame);
    assertThat(ExposureModel.told(frame)).contains("1.0 stops brighter").contains("20.5");
    model.correctSky();
    assertThat(night.night().site().brightness().magnitude()).isEqualTo(20.5);
    assertThat(model.testProperty().get()).isNull();
    assertThat(ExposureModel.told(new TestFrame(0.1, 0.1, Optional.empty())))
        .contains("as predicted");
    assertThat(ExposureModel.judged(0.1, Optional.empty())).contains("darker");
    assertThat(ExposureModel.judged(0.3, Optional.of(0.02))).contains("right").contains("2.0 %");
    assertThat(ExposureModel.judged(0.8, Optional.empty())).contains("brighter");
  }

  private GearModel gear() {
    return new GearModel(night, new Home(folder.resolve("home"), folder.resolve("state")));
  }

  @ParameterizedTest
  @CsvSource({
    "width, 23.5",
    "pixels-wide, 6048",
    "longest, 60",
    "bulb, has no bulb",
    "base-iso, 64",
    "highest-iso, 12800",
    "raw, 45",
    "write, 1.2",
    "shots, 400",
    "hours, 2",
    "freezing, 50"
  })
  void aCameraIsChangedInItsSentence(String key, String typed) {
    GearModel model = gear();
    Kit before = night.night().kit();
    type(model.cameraProperty().get(), key, typed);
    assertThat(night.night().kit()).isNotEqualTo(before);
    assertThat(setting(model.cameraProperty().get(), key).text()).startsWith(typed);
    night.undo();
    assertThat(night.night().kit()).isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource({
    "width, 0",
    "pixels-wide, 1.5",
    "longest, -1",
    "base-iso, 1000000",
    "freezing, 200",
    "raw, x"
  })
  void whatNoCameraHasIsTold(String key, String typed) {
    GearModel model = gear();
    var outcome = setting(model.cameraProperty().get(), key).tryOut().apply(typed);
    assertThat(outcome.possible()).isFalse();
    assertThat(outcome.sentence()).isNotBlank();
  }

  @Test
  void gearIsChosenFromTheShelfAndKept() throws Exception {
    GearModel model = gear();
    model.load();
    setting(model.choiceProperty().get(), "camera").step().accept(1);
    assertThat(night.night().kit().camera()).isIn(Shelf.made().cameras());
    type(model.lensProperty().get(), "farthest", "35");
    type(model.lensProperty().get(), "widest", "1.8");
    type(model.timerProperty().get(), "shortest-gap", "3");
    setting(model.timerProperty().get(), "meaning").step().accept(1);
    type(model.suppliesProperty().get(), "card", "128");
    type(model.suppliesProperty().get(), "batteries", "3");
    type(model.suppliesProperty().get(), "celsius", "-5");
    setting(model.suppliesProperty().get(), "dark-subtraction").step().accept(1);
    assertThat(model.suppliesProperty().get().text())
        .isEqualTo(
            "A card of 128 GB and 3 batteries at -5 °C; the camera's own dark frame after each"
                + " exposure is on.");
    assertThat(model.keep()).contains("gear.json");
    Shelf kept = Shelf.with(folder.resolve("home").resolve("gear.json"));
    assertThat(kept.lenses().get(0)).isEqualTo(night.night().kit().lens());
    Files.writeString(folder.resolve("home").resolve("gear.json"), "[");
    assertThatThrownBy(model::load).isInstanceOf(InvalidInput.class);
    assertThat(model.choiceProperty().get().text()).startsWith("With ");
  }

  @Test
  void aPanoramaIsChangedAndWhatCannotBeIsRefused() {
    night.add(night.night().startingPrograms().of(Job.PANORAMA, "pano", Optional.empty()));
    PanoramaModel model = new PanoramaModel(night);
    assertThat(model.sentenceProperty().get().text()).startsWith("Turn through 120° around");
    type(model.sentenceProperty().get(), "span", "200");
    int columns = model.layout().orElseThrow().positions().size();
    type(model.sentenceProperty().get(), "click", "turns freely");
    type(model.sentenceProperty().get(), "overlap", "60");
    assertThat(model.layout().orElseThrow().positions().size()).isGreaterThan(columns);
    var tooHigh = setting(model.sentenceProperty().get(), "pano-height").tryOut().apply("400");
    assertThat(tooHigh.possible()).isFalse();
    assertThat(tooHigh.sentence()).contains("between 1");
    String before = model.sentenceProperty().get().text();
    setting(model.sentenceProperty().get(), "click").accept().accept("clicks every 90");
    assertThat(model.sentenceProperty().get().text()).isEqualTo(before);
    assertThat(model.factsProperty().get()).anyMatch(l -> l.contains("megapixels"));
    night.programIndexProperty().set(0);
    assertThat(model.panorama()).isEmpty();
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void everyJobCanBeAddedAndTakenOut(Job job) {
    ProgramModel model = new ProgramModel(night);
    while (!setting(model.addingProperty().get(), "next").text().equals(Words.say("job." + job))) {
      setting(model.addingProperty().get(), "next").step().accept(1);
    }
    model.add();
    assertThat(night.night().programs()).hasSize(3);
    assertThat(program().job()).isEqualTo(job);
    assertThat(model.yieldsProperty().get()).hasSizeGreaterThan(4);
    model.remove();
    assertThat(night.night().programs()).hasSize(2);
    model.remove();
    assertThat(model.canRemove()).isFalse();
    model.remove();
    assertThat(night.night().programs()).hasSize(1);
  }

  @Test
  void goalsAreSolvedForTheSettingThatGivesWay() {
    ProgramModel model = new ProgramModel(night);
    type(model.goalsProperty().get(), "arc", "20");
    assertThat(program().interval().count()).isEqualTo(62);
    setting(model.goalsProperty().get(), "give").accept().accept("exposure");
    type(model.goalsProperty().get(), "end", "22:40");
    assertThat(program().interval().count()).isEqualTo(62);
    assertThat(model.goalsProperty().get().text()).contains("it ends at 22:40");
    assertThat(setting(model.goalsProperty().get(), "end").tryOut().apply("20:00").possible())
        .isFalse();
    setting(model.goalsProperty().get(), "job").accept().accept("time-lapse");
    assertThat(model.goalsProperty().get().text()).contains("makes a clip of");
    type(model.goalsProperty().get(), "fps", "25");
    assertThat(night.night().assumptions().clipFps()).isEqualTo(25);
  }

  @Test
  void whatIsFoundIsMendedByItsButton() {
    ProgramModel model = new ProgramModel(night);
    night.edit("x", program().withInterval(program().interval().withGap(20)));
    Obstacle breaks =
        model.obstaclesProperty().get().stream()
            .filter(o -> o.sentence().contains("break the trails"))
            .findFirst()
            .orElseThrow();
    breaks.mends().get(0).act().run();
    assertThat(program().interval().gapSeconds()).isEqualTo(1);
    assertThat(
            model.obstaclesProperty().get().stream()
                .map(Obstacle::sentence)
                .collect(Collectors.joining()))
        .doesNotContain("break the trails");
    night.undo();
    assertThat(program().interval().gapSeconds()).isEqualTo(20);
  }
}
