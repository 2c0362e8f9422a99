package zygonox.core.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.gear.Kit;
import zygonox.core.gear.RemoteTimer;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Place;
import zygonox.core.site.Site;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Skyline;

/** Findings against the almanac, and arithmetic done by hand. */
class ProgramCheckTest {
  private static final Place PLACE = new Place(54.42, -2.31, 312);
  private static final ZoneId ZONE = ZoneId.of("Europe/London");
  private static final Kit KIT =
      Kit.usual(new Body("test", 36, 24, 6000, 4000), new Lens("test", 20, 2));

  private static List<Code> codes(List<ProgramFinding> findings) {
    return findings.stream().map(ProgramFinding::code).toList();
  }

  private static SkyCheck run(String start, double hours) {
    Instant first = Instant.parse(start);
    return new SkyCheck(first, first.plusSeconds(Math.round(hours * 3600)), PLACE, ZONE);
  }

  /** Sunset at 17:16, dark from 19:12 to 04:38, sunrise at 06:35 UTC on 14 October 2026. */
  @ParameterizedTest
  @CsvSource({
    "2026-10-14T20:00:00Z, 1, ''",
    "2026-10-14T18:00:00Z, 0.5, STARTS_IN_DUSK",
    "2026-10-14T17:50:00Z, 4, STARTS_IN_DUSK",
    "2026-10-15T05:30:00Z, 0.5, STARTS_AFTER_DAWN",
    "2026-10-15T02:00:00Z, 3, ENDS_AFTER_DAWN",
    "2026-10-15T02:00:00Z, 6, SUN_UP ENDS_AFTER_DAWN",
    "2026-10-14T12:00:00Z, 1, SUN_UP",
    "2026-10-14T15:00:00Z, 6, SUN_UP",
    "2026-10-14T21:00:00Z, 24, SUN_UP",
    "2026-10-14T21:00:00Z, 36, SUN_UP ENDS_AFTER_DAWN"
  })
  void theSunIsLookedForAllThroughARun(String start, double hours, String found) {
    List<Code> expected =
        found.isEmpty()
            ? List.of()
            : List.of(found.split(" ")).stream().map(Code::valueOf).toList();
    assertThat(codes(run(start, hours).light())).containsExactlyElementsOf(expected);
  }

  @Test
  void aRunThroughALightHourInTheFarNorthIsFound() {
    Place north = new Place(69.65, 18.96, 0);
    Instant first = Instant.parse("2026-12-20T04:00:00Z");
    SkyCheck check =
        new SkyCheck(first, first.plusSeconds(16 * 3600), north, ZoneId.of("Europe/Oslo"));
    assertThat(codes(check.light())).containsExactly(Code.DAWN_AND_DUSK_INSIDE);
  }

  /** New moon on 10 October, full on 26 October 2026. */
  @ParameterizedTest
  @CsvSource({
    "2026-10-26T20:00:00Z, 2, MOON_UP",
    "2026-10-30T19:00:00Z, 6, MOON_RISES",
    "2026-10-12T20:00:00Z, 5, ''",
    "2026-10-14T20:00:00Z, 5, ''",
    "2026-10-20T18:30:00Z, 3, MOON_UP"
  })
  void theMoonIsLookedForAllThroughARun(String start, double hours, String found) {
    List<Code> expected = found.isEmpty() ? List.of() : List.of(Code.valueOf(found));
    assertThat(codes(run(start, hours).moon(0.15))).isEqualTo(expected);
    assertThat(run(start, hours).moon(1)).isEmpty();
  }

  @Test
  void moonriseIsTheAlmanacs() {
    Almanac almanac = new Almanac(PLACE, LocalDate.of(2026, 10, 30), ZONE);
    Instant rise = almanac.event(Almanac.Event.MOONRISE).orElseThrow();
    String told = run("2026-10-30T19:00:00Z", 6).moon(0.15).get(0).numbers().get(1);
    assertThat(told).isEqualTo(Moments.clock(rise, ZONE));
  }

  private static Program program(Job job, Interval interval, Direction facing) {
    return new Program(
            "test",
            OffsetDateTime.parse("2026-10-14T21:30:00+01:00"),
            interval,
            2.8,
            1600,
            20,
            facing)
        .withJob(job);
  }

  private static List<Code> of(Program program, Skyline skyline, Optional<SkyBody> target) {
    Site site = Site.of("test", PLACE, ZONE).withSkyline(skyline);
    return codes(ProgramCheck.of(program, TestConditions.of(KIT, site, target, 8)));
  }

  @Test
  void theSkylineAndTheTargetAreLookedForAllThroughARun() {
    Interval interval = new Interval(2, 4, 1, 20);
    Skyline wall = Skyline.parse("0 5, 100 5, 120 80, 240 80, 260 5");
    assertThat(
            of(
                program(Job.MILKY_WAY_SKY, interval, new Direction(180, 20)),
                wall,
                Optional.empty()))
        .contains(Code.SKYLINE_HIDES);
    assertThat(
            of(program(Job.MILKY_WAY_SKY, interval, new Direction(0, 20)), wall, Optional.empty()))
        .doesNotContain(Code.SKYLINE_HIDES);
    // A tracker carries the lens westwards, behind the wall.
    Interval hours = new Interval(2, 120, 5, 150);
    Program tracked = program(Job.TRACKED, hours, new Direction(90, 10));
    assertThat(of(tracked, wall, Optional.empty())).contains(Code.SKYLINE_HIDES);
    assertThat(of(tracked, Skyline.LEVEL, Optional.empty())).doesNotContain(Code.SKYLINE_HIDES);
    // The galaxy's middle has set in October; Andromeda is well up till dawn.
    Optional<SkyBody> galaxy = Optional.of(SkyBody.parse("The Milky Way"));
    assertThat(
            of(program(Job.MILKY_WAY_SKY, interval, new Direction(200, 20)), Skyline.LEVEL, galaxy))
        .contains(Code.TARGET_LOW);
    Optional<SkyBody> andromeda = Optional.of(SkyBody.parse("M31"));
    assertThat(of(tracked, Skyline.LEVEL, andromeda))
        .doesNotContain(Code.TARGET_LOW, Code.TARGET_SETS);
    assertThat(of(tracked, Skyline.LEVEL, Optional.of(SkyBody.parse("M13"))))
        .contains(Code.TARGET_SETS);
  }

  @ParameterizedTest
  @CsvSource({
    "20, 1, 0.5, 1, true, 30, ''",
    "20, 0.7, 0.5, 1, true, 30, TIMER_GAP",
    "20, 0.3, 0.5, 1, true, 30, WRITE_TOO_SLOW TIMER_GAP",
    "20, 3, 4, 1, true, 30, WRITE_TOO_SLOW",
    "60, 1, 0.5, 1, true, 30, NEEDS_BULB",
    "60, 1, 0.5, 1, false, 30, NO_BULB",
    "60, 1, 0.5, 1, false, 60, ''"
  })
  void cameraAndTimerAreHeeded(
      double exposure,
      double gap,
      double write,
      double shortest,
      boolean bulb,
      double longest,
      String found) {
    Kit kit =
        KIT.withCamera(
                KIT.camera().withWriteSeconds(write).withBulb(bulb).withLongestTimed(longest))
            .withTimer(new RemoteTimer("t", shortest, RemoteTimer.IntervalMeans.CLOSED_TIME));
    List<Code> expected =
        found.isEmpty()
            ? List.of()
            : List.of(found.split(" ")).stream().map(Code::valueOf).toList();
    assertThat(codes(ProgramCheck.ofKit(new Interval(0, exposure, gap, 20), kit, false)))
        .containsExactlyElementsOf(expected);
  }

  @Test
  void cardAndBatteriesAreReckonedOn() {
    Conditions.Used used = new Conditions.Used(5000, 2.5);
    assertThat(codes(ProgramCheck.ofSupplies(KIT, used, 8)))
        .containsExactly(Code.CARD_FULL, Code.BATTERY_EMPTY);
    // 64 GB less a fifth hold 1641 frames of 31.2 MB.
    assertThat(ProgramCheck.ofSupplies(KIT, new Conditions.Used(1641, 0.5), 8)).isEmpty();
    assertThat(codes(ProgramCheck.ofSupplies(KIT, new Conditions.Used(1642, 0.5), 8)))
        .containsExactly(Code.CARD_FULL);
  }

  @Test
  void aProgramForPointStarsThatDrawsLinesIsAFinding() {
    // By NPF some 5 s at 20 mm; 30 s are far beyond it.
    Program lines = program(Job.MILKY_WAY_SKY, new Interval(2, 30, 1, 20), new Direction(180, 30));
    assertThat(of(lines, Skyline.LEVEL, Optional.empty())).contains(Code.STARS_TRAIL);
    Program points =
        program(Job.MILKY_WAY_SKY, new Interval(2, 3.2, 1, 20), new Direction(180, 30));
    assertThat(of(points, Skyline.LEVEL, Optional.empty()))
        .doesNotContain(Code.STARS_TRAIL, Code.STARS_DRAW_LINES);
  }

  @Test
  void aLongRunIsLookedThroughQuickly() {
    Instant first = Instant.parse("2026-10-14T20:00:00Z");
    SkyCheck years = new SkyCheck(first, first.plus(Duration.ofDays(3000)), PLACE, ZONE);
    assertThat(codes(years.light())).contains(Code.SUN_UP);
  }
}
