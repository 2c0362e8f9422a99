package zygonox.desktop.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.stage.OpenNight;

class ProgramModelTest {
  @TempDir Path folder;
  private final OpenNight night =
      new OpenNight(
          fault -> {
            throw new AssertionError(fault);
          },
          () -> 0);
  private ProgramModel model;

  @BeforeEach
  void open() throws IOException {
    Files.copy(Path.of("..", "demo", "windmill-night", "night.json"), folder.resolve("night.json"));
    night.open(folder);
    model = new ProgramModel(night);
  }

  private Setting setting(String key) {
    return model.sentenceProperty().get().parts().stream()
        .filter(p -> p instanceof Setting s && s.key().equals(key))
        .map(Setting.class::cast)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void theProgramReadsAsASentence() {
    assertThat(model.sentenceProperty().get().text())
        .isEqualTo(
            "For star trails start at 20:40 and shoot 48 frames of 1 min 15 s with 1 s closed"
                + " between (1 min 16 s from start to start), 20 mm at f/2.8, ISO 800, facing"
                + " N 4° and 27° up.");
  }

  @ParameterizedTest
  @CsvSource({
    "count, 120, 120 frames",
    "exposure, 30 s, 30 s",
    "exposure, '0,5', 0.5 s",
    "period, 80, 1 min 20 s",
    "aperture, f/4, f/4",
    "iso, ISO 1600, ISO 1600",
    "azimuth, -30, NNW 330°",
    "altitude, 45, 45° up",
    "start, 1:30, 01:30"
  })
  void whatIsTypedIsTaken(String key, String typed, String said) {
    assertThat(setting(key).tryOut().apply(typed).possible()).isTrue();
    setting(key).accept().accept(typed);
    assertThat(setting(key).text()).isEqualTo(said);
  }

  @ParameterizedTest
  @CsvSource({
    "count, 0",
    "count, 1000000",
    "count, 2.5",
    "exposure, none",
    "period, 20",
    "focal, 0",
    "altitude, 91",
    "start, 25:00",
    "start, soon"
  })
  void whatCannotBeIsToldAndTheLastGoodValueStays(String key, String typed) {
    String before = setting(key).text();
    Setting.Outcome outcome = setting(key).tryOut().apply(typed);
    assertThat(outcome.possible()).isFalse();
    assertThat(outcome.sentence()).isNotBlank();
    assertThat(setting(key).text()).isEqualTo(before);
  }

  @Test
  void consequencesAreToldBeforeTheChange() {
    assertThat(setting("count").tryOut().apply("95").sentence())
        .contains("2 h 00 min")
        .contains("arcs of 30");
    assertThat(night.program().orElseThrow().interval().count()).isEqualTo(48);
  }

  @Test
  void stepsAreTheNumbersOnTheDials() {
    setting("aperture").step().accept(1);
    assertThat(setting("aperture").text()).isEqualTo("f/3.2");
    setting("iso").step().accept(1);
    assertThat(setting("iso").text()).isEqualTo("ISO 1000");
    setting("program").step().accept(1);
    assertThat(setting("program").text()).isEqualTo("still stars");
  }

  @Test
  void gapAndPeriodFollowEachOther() {
    setting("gap").accept().accept("5");
    assertThat(setting("period").text()).isEqualTo("1 min 20 s");
    setting("period").accept().accept("77");
    assertThat(setting("gap").text()).isEqualTo("2 s");
  }

  @Test
  void whatStandsInTheWayIsSaid() {
    setting("start").accept().accept("18:30");
    assertThat(model.obstaclesProperty().get())
        .anySatisfy(o -> assertThat(o.sentence()).contains("18:30"));
  }
}
