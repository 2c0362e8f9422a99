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
import zygonox.core.combine.FrameDropped;
import zygonox.core.format.ReadFault;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.ProgramFinding;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.SkyBody;

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
    "1.25, 1.3 s",
    "75, 1 min 15 s",
    "120, 2 min",
    "3905, 1 h 05 min",
    "28.63, 28.6 s",
    "743.4, 12 min 23 s",
    "0.0021, 0.0021 s",
    "0.02, 1/50 s"
  })
  void timesAreSaidAsPeopleSayThem(double seconds, String said) {
    assertThat(Seconds.about(seconds)).isEqualTo(said);
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
    assertThat(Seconds.text(seconds)).isEqualTo(said);
  }

  @ParameterizedTest
  @CsvSource({"0, N", "359, N", "12, NNE", "90, E", "200, SSW", "348.75, N"})
  void directionsHaveNames(double azimuth, String point) {
    assertThat(Compass.point(azimuth)).isEqualTo(point);
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void everyJobIsToldInPlainWords(Job job) {
    Night night = TestNights.with(job);
    Program program = night.programs().get(0);
    assertThat(Words.say("job." + job)).isNotBlank();
    assertThat(Words.say("yields." + job)).isNotBlank();
    assertThat(ProgramWords.sentence(night, 0)).startsWith("From ").endsWith("up.");
    assertThat(ProgramWords.yields(night, 0))
        .hasSizeGreaterThan(4)
        .allSatisfy(
            line -> assertThat(line).isNotBlank().doesNotContain("{").doesNotContain("NaN"));
  }

  @Test
  void yieldsSayWhatTrailsComeTo() {
    Night night = TestNights.demo();
    assertThat(String.join("\n", ProgramWords.yields(night, 0)))
        .contains("1 h 01 min in all")
        .contains("trails up to 1306 px")
        .contains("will not show")
        .contains("on a card of 64 GB")
        .contains("it could run until");
  }

  @ParameterizedTest
  @CsvSource({
    // Full moon on 26 October 2026: up all night, in the south at midnight.
    "2026-10-26, 0, from behind",
    "2026-10-26, 180, from ahead",
    // Last quarter on 1 November: rises before midnight, in the north-east.
    "2026-11-01, 0, From",
    "2026-11-01, 60, from ahead",
    "2026-11-01, 150, from the left",
    "2026-11-01, 330, from the right",
    // First quarter on 20 October: sets before midnight, in the south-west.
    "2026-10-20, 120, Until"
  })
  void theMoonLightsTheGroundFromASide(String date, double facing, String said) {
    Night night = TestNights.demo();
    Almanac almanac = new Almanac(night.place(), LocalDate.parse(date), night.zone());
    assertThat(Words.moonlight(almanac, night.place(), night.zone(), new Direction(facing, 20)))
        .get()
        .asString()
        .contains(said);
  }

  @Test
  void aNewMoonLightsNothing() {
    Night night = TestNights.demo();
    Almanac almanac = new Almanac(night.place(), LocalDate.of(2026, 10, 10), night.zone());
    assertThat(Words.moonlight(almanac, night.place(), night.zone(), new Direction(0, 20)))
        .isEmpty();
  }

  @Test
  void aTargetsNightIsTold() {
    Night night = TestNights.demo();
    Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
    assertThat(Words.target(almanac.target(SkyBody.parse("M31")), night.zone()))
        .isEqualTo("77° high at 00:19; dark, moonless and well up from 20:12 to 05:38");
    assertThat(Words.target(almanac.target(SkyBody.parse("M7")), night.zone()))
        .contains("at no time");
  }
}
