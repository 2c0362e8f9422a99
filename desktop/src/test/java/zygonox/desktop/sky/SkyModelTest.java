package zygonox.desktop.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.optics.Lens;
import zygonox.core.quantity.Direction;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class SkyModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private SkyModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new SkyModel(night);
  }

  private Setting part(String key) {
    return setting(model.sentenceProperty().get(), key);
  }

  private Direction facing() {
    return night.program().orElseThrow().facing();
  }

  @Test
  void itBeginsInTheMiddleOfTheProgram() {
    assertThat(model.sentenceProperty().get().text())
        .isEqualTo(
            "The old pump at Harrowmere, on 14 October 2026 from Harrowmere Head, upper Lennock valley"
                + " (54.42° N, 2.31° W), by the clock of Europe/London, at 21:10, looking N 4° and"
                + " 27° up through 20 mm, held landscape, aiming at nothing.");
    assertThat(model.darknessProperty().get()).startsWith("Dark from 20:12 to 05:38.");
    assertThat(model.obstaclesProperty().get()).isEmpty();
  }

  @Test
  void dateAndPlaceAreTypedAndProgramsKeepTheirHour() {
    part("date").accept().accept("2026-11-30");
    assertThat(part("time").text()).isEqualTo("21:10");
    assertThat(night.night().programs().get(0).start().toString()).isEqualTo("2026-11-30T20:40Z");
    assertThat(part("date").tryOut().apply("soon").possible()).isFalse();
    assertThat(part("date").tryOut().apply("2150-01-01").possible()).isFalse();
    part("date").step().accept(1);
    assertThat(night.night().date()).hasToString("2026-12-01");
    part("place").accept().accept("69 39 N, 18 57 E");
    assertThat(part("place").text()).isEqualTo("69.65° N, 18.95° E");
    assertThat(part("zone").text()).isEqualTo("Europe/Oslo");
    assertThat(part("place").tryOut().apply("91, 0").possible()).isFalse();
    part("place").accept().accept("40 S, 31 W");
    assertThat(model.sentenceProperty().get().text())
        .contains("by the clock of Etc/GMT+2, the nautical zone of a place at sea, at ");
    night.undo();
    night.undo();
    assertThat(part("place").text()).isEqualTo("54.42° N, 2.31° W");
  }

  @Test
  void turningKeepsTheLensOnTheSky() {
    model.turn(-10, 5);
    assertThat(facing()).isEqualTo(new Direction(354, 32));
    model.turn(0, 500);
    assertThat(facing().altitudeDeg()).isEqualTo(90);
    model.turn(0, -500);
    assertThat(facing().altitudeDeg()).isEqualTo(-30);
    night.undo();
    assertThat(facing()).isEqualTo(new Direction(4, 27));
  }

  @Test
  void zoomingGoesByWholeMillimetres() {
    model.zoom(1);
    assertThat(part("focal").text()).isEqualTo("21 mm");
    for (int i = 0; i < 100; i++) {
      model.zoom(-1);
    }
    assertThat(part("focal").text()).isEqualTo("4 mm");
  }

  @Test
  void theHourIsTypedSteppedOrChosenOnTheBand() {
    part("time").accept().accept("18:40");
    assertThat(model.obstaclesProperty().get()).first().asString().contains("not dark yet");
    part("time").step().accept(-1);
    assertThat(part("time").text()).isEqualTo("18:30");
    night.timeProperty().set(Instant.parse("2026-10-14T13:00:00Z"));
    assertThat(part("time").text()).isEqualTo("14:00");
    assertThat(model.obstaclesProperty().get()).first().asString().contains("sun is up");
    assertThat(part("time").tryOut().apply("late").possible()).isFalse();
  }

  @Test
  void aLensIsToldByItsFieldAndTheRuleThatIsFollowed() {
    assertThat(part("focal").tryOut().apply("40").sentence())
        .isEqualTo(
            "The lens (Fellgate 20 mm f/2) has 20 mm alone; choose another lens on the Gear page");
    night.edit(
        "lens",
        night.night().withKit(night.night().kit().withLens(new Lens("Zoom", 24, 70, 2.8, 4, 0))));
    assertThat(part("focal").tryOut().apply("40").sentence())
        .contains("48° by 33°")
        .contains(
            "the rule of 400 allows 10 s, and stars in the worst corner then move 2.5 times their width");
    part("held").step().accept(1);
    assertThat(part("focal").tryOut().apply("40").sentence()).contains("33° by 48°");
  }
}
