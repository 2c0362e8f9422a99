package zygonox.desktop.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.night.TargetProspect;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.site.Site;
import zygonox.core.sky.YearView;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile.IfPresent;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class SitesAndYearTest {
  @TempDir Path folder;
  private OpenNight night;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
  }

  private static void type(Sentence sentence, String key, String typed) {
    assertThat(setting(sentence, key).tryOut().apply(typed).possible()).as(typed).isTrue();
    setting(sentence, key).accept().accept(typed);
  }

  private SiteModel site() {
    return new SiteModel(night, new Home(folder.resolve("home"), folder.resolve("state")));
  }

  @ParameterizedTest
  @CsvSource({
    "name, North bank, North bank",
    "place, '54.5, -2.4', '54.5° N, 2.4° W'",
    "height, 290 m, 290 m",
    "zone, paris, Europe/Paris",
    "brightness, Bortle 2, 21.93",
    "skyline, '10 5, 200 8', '10 5, 200 8'",
    "skyline, level, level"
  })
  void aSiteIsTypedOver(String key, String typed, String said) {
    SiteModel model = site();
    type(model.sentenceProperty().get(), key, typed);
    assertThat(setting(model.sentenceProperty().get(), key).text()).isEqualTo(said);
    night.undo();
    assertThat(night.night().site().name()).startsWith("Harrowmere");
  }

  @ParameterizedTest
  @CsvSource({
    "place, '91, 0'",
    "height, 20000",
    "zone, Atlantis",
    "brightness, 30",
    "skyline, hills",
    "name, ' '"
  })
  void whatIsNoSiteIsToldAndTheLastGoodValueStays(String key, String typed) {
    SiteModel model = site();
    Site before = night.night().site();
    var outcome = setting(model.sentenceProperty().get(), key).tryOut().apply(typed);
    assertThat(outcome.possible()).isFalse();
    assertThat(outcome.sentence()).isNotBlank();
    assertThat(night.night().site()).isEqualTo(before);
  }

  @Test
  void sitesAreKeptGoneToWrittenReadAndForgotten() throws Exception {
    SiteModel model = site();
    Site mill = night.night().site();
    model.load();
    assertThat(model.keptProperty().get()).isEmpty();
    model.keep();
    type(model.sentenceProperty().get(), "name", "North bank");
    type(model.sentenceProperty().get(), "place", "54.5, -2.4");
    model.keep();
    assertThat(model.keptProperty().get()).extracting(Site::name).contains("North bank").hasSize(2);
    model.go(mill);
    assertThat(night.night().site()).isEqualTo(mill);
    Path file = folder.resolve("sites.gpx");
    assertThat(model.exportTo(file, IfPresent.REFUSE)).startsWith("2 sites");
    model.forget(mill);
    SiteModel again = site();
    again.load();
    assertThat(again.keptProperty().get()).extracting(Site::name).containsExactly("North bank");
    assertThat(again.importFrom(file)).isEqualTo("2 sites kept");
    assertThat(again.keptProperty().get()).contains(mill).hasSize(2);
    Files.writeString(folder.resolve("home").resolve("sites.geojson"), "{");
    assertThatThrownBy(() -> site().load()).isInstanceOf(InvalidInput.class);
  }

  @Test
  void notesAreWords() {
    SiteModel model = site();
    type(model.notesProperty().get(), "notes", "  the gate sticks ");
    type(model.notesProperty().get(), "cautions", "");
    assertThat(night.night().site().notes()).isEqualTo("the gate sticks");
    assertThat(model.notesProperty().get().text()).contains("the gate sticks. Mind there: ");
  }

  @Test
  void aTargetIsAimedAtAndWhatHidesItIsToldWithItsMend() {
    SkyModel model = new SkyModel(night);
    type(model.sentenceProperty().get(), "target", "M31");
    Obstacle out = model.obstaclesProperty().get().get(0);
    assertThat(out.sentence()).contains("M31 is not in the frame");
    out.mends().get(0).act().run();
    assertThat(night.program().orElseThrow().facing().altitudeDeg()).isBetween(50.0, 60.0);
    assertThat(model.obstaclesProperty().get()).isEmpty();
    type(model.sentenceProperty().get(), "target", "galactic-centre");
    Obstacle hidden = model.obstaclesProperty().get().get(0);
    assertThat(hidden.sentence()).contains("behind the skyline");
    assertThat(setting(model.sentenceProperty().get(), "target").tryOut().apply("M999").possible())
        .isFalse();
    type(model.sentenceProperty().get(), "target", "nothing");
    assertThat(night.night().target()).isEmpty();
  }

  @Test
  void aSkylineIsDrawn() {
    SkyModel model = new SkyModel(night);
    model.drawSkyline(
        List.of(new Direction(80, 20), new Direction(90, 30), new Direction(100, 20)));
    assertThat(night.night().site().skyline().altitudeDeg(95)).isEqualTo(25);
    night.undo();
    assertThat(night.night().site().skyline().altitudeDeg(95)).isLessThan(10);
  }

  @Test
  void targetsAreFilteredByKindSizeAndHours() {
    TargetsModel model = new TargetsModel(night);
    night.edit("focal", night.program().orElseThrow().withFocal(135));
    model.take(TargetProspect.of(night.night(), night.program().orElseThrow(), new Cancellation()));
    int all = model.shownProperty().get().size();
    assertThat(all).isGreaterThan(40);
    type(model.sentenceProperty().get(), "kind", "galaxy");
    assertThat(model.shownProperty().get())
        .isNotEmpty()
        .allMatch(p -> p.target().type().equals("galaxy"));
    setting(model.sentenceProperty().get(), "size").step().accept(1);
    List<TargetProspect> fitting = model.shownProperty().get();
    assertThat(fitting).anyMatch(p -> p.target().id().equals("M31"));
    assertThat(model.cells(fitting.get(0))).hasSize(5).allMatch(c -> !c.isBlank());
    type(model.sentenceProperty().get(), "hours", "12");
    assertThat(model.shownProperty().get()).isEmpty();
    new SkyModel(night).aimAt(fitting.get(0).target(), fitting.get(0).bestHour());
    assertThat(night.night().assumptions().target()).isEqualTo(fitting.get(0).target().id());
    assertThat(night.timeProperty().get()).isEqualTo(fitting.get(0).bestHour());
  }

  @Test
  void aYearIsRankedPlannedAndWritten() throws Exception {
    YearModel model = new YearModel(night);
    assertThat(model.sentenceProperty().get().text())
        .isEqualTo(
            "In the year from 14 October 2026 the sky is dark, the moon down or at most 15 % lit, on"
                + " these nights:");
    night.edit("t", night.night().withAssumptions(night.night().assumptions().withTarget("M31")));
    assertThat(model.sentenceProperty().get().text()).contains("M31 is at least 20° up");
    type(model.sentenceProperty().get(), "least", "30");
    assertThat(model.wish().leastAltitudeDeg()).isEqualTo(30);
    assertThat(setting(model.sentenceProperty().get(), "least").tryOut().apply("95").possible())
        .isFalse();
    model.take(YearView.of(model.wish(), model.first(), model.count(), new Cancellation()));
    assertThat(model.season()).startsWith("It is possible in ").contains(" is best");
    List<Prospect> ranked = YearView.ranked(model.nightsProperty().get());
    assertThat(model.line(ranked.get(0)))
        .contains(Moments.date(ranked.get(0).date()))
        .contains(" h");
    Path file = folder.resolve("nights.ics");
    assertThat(model.export(ranked.subList(0, 3), file, IfPresent.REFUSE)).startsWith("3 nights");
    assertThat(Files.readString(file)).contains("BEGIN:VEVENT");
    model.plan(ranked.get(0));
    assertThat(night.night().date()).isEqualTo(ranked.get(0).date());
  }

  @Test
  void aYearWithoutSuchNightsSaysSo() {
    YearModel model = new YearModel(night);
    night.edit("t", night.night().withAssumptions(night.night().assumptions().withTarget("M7")));
    model.take(YearView.of(model.wish(), model.first(), 30, new Cancellation()));
    assertThat(model.season()).isEqualTo("There is no such night in the whole year.");
  }
}
