package zygonox.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.align.Unmatched;
import zygonox.core.blend.FrameDropped;
import zygonox.core.frame.ReadFault;
import zygonox.core.program.ProgramFinding;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Almanac;

class WordsTest {
  @ParameterizedTest
  @EnumSource(ReadFault.Kind.class)
  void everyFaultHasItsSentence(ReadFault.Kind kind) {
    assertThat(Words.fault(new ReadFault(kind, "byte 7"))).endsWith("(byte 7)").doesNotContain("{");
  }

  @ParameterizedTest
  @EnumSource(ProgramFinding.Code.class)
  void everyFindingHasItsSentence(ProgramFinding.Code code) {
    var finding = new ProgramFinding(code, List.of("1", "2", "3", "4"));
    assertThat(Words.finding(finding)).isNotBlank().doesNotContain("{");
  }

  @Test
  void everyReasonHasItsSentence() {
    Path file = Path.of("f.tif");
    assertThat(Words.reason(new FrameDropped.OtherSize("1 x 2", "3 x 4"))).contains("1 x 2");
    assertThat(Words.reason(new FrameDropped.NotAligned(new Unmatched(file, 3))))
        .contains("3 stars");
    assertThat(Words.reason(new FrameDropped.NotAligned(new Unmatched(file, 0))))
        .contains("no stars");
    assertThat(Words.reason(new FrameDropped.NotAligned(new Unmatched(file, 300))))
        .contains("300 stars");
    assertThat(Words.reason(new FrameDropped.Unreadable(ReadFault.of(ReadFault.Kind.EMPTY))))
        .contains("empty");
  }

  @ParameterizedTest
  @CsvSource({
    "8, 8 s",
    "0.5, 0.5 s",
    "0, 0 s",
    "1.25, 1.25 s",
    "75, 1 min 15 s",
    "120, 2 min",
    "3905, 1 h 05 min"
  })
  void timesAreSaidAsPeopleSayThem(double seconds, String said) {
    assertThat(Words.duration(seconds)).isEqualTo(said);
  }

  @ParameterizedTest
  @CsvSource({
    "54.42, -2.31, 2026-10-14, Europe/London, Dark from 20:12 to 05:38. The moon",
    "54.42, -2.31, 2026-10-14, Europe/London, '18 % lit, rises at 12:41 and sets at 19:00.'",
    "69.65, 18.96, 2026-06-21, Europe/Oslo, The sky does not become fully dark",
    "54.42, -2.31, 2026-11-24, Europe/London, The moon is up while the sky would be dark."
  })
  void aNightsDarknessIsSaid(
      double latitude, double longitude, LocalDate date, ZoneId zone, String said) {
    Almanac almanac = new Almanac(new Place(latitude, longitude, 0), date, zone);
    assertThat(Words.darkness(almanac, zone)).contains(said);
  }

  @ParameterizedTest
  @CsvSource({"0.004, 1/250 s", "0.5, 0.5 s", "0.0001, 1/10000 s", "240, 4 min"})
  void shutterTimesAreSaidAsCamerasShowThem(double seconds, String said) {
    assertThat(Words.shutter(seconds)).isEqualTo(said);
  }

  @ParameterizedTest
  @CsvSource({"0, N", "359, N", "12, NNE", "90, E", "200, SSW", "348.75, N"})
  void directionsHaveNames(double azimuth, String point) {
    assertThat(Words.compass(azimuth)).isEqualTo(point);
  }
}
