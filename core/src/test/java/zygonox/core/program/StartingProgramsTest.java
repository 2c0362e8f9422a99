package zygonox.core.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.gear.Kit;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.PointStarRule;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.Place;
import zygonox.core.site.Site;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Sun;

class StartingProgramsTest {
  /** What a suggested program may still be told: it cannot be helped, or is for the person. */
  private static final Set<Code> ALLOWED =
      EnumSet.of(
          Code.NEEDS_BULB,
          Code.MOON_RISES,
          Code.STARS_DRAW_LINES,
          Code.MOON_UP,
          Code.TARGET_SETS,
          Code.SKY_DARK,
          Code.SKY_MOVES_ON);

  private static List<Code> codes(Night night, Program program) {
    return ProgramCheck.of(program, night.conditions(0)).stream()
        .map(ProgramFinding::code)
        .filter(c -> !ALLOWED.contains(c))
        .toList();
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void everyJobBeginsWithAProgramThatHoldsWater(Job job) {
    Night night = TestNights.with(job);
    Program program = night.programs().get(0);
    assertThat(program.job()).isEqualTo(job);
    assertThat(codes(night, program)).isEmpty();
    double sun = Sun.altitudeDeg(night.place(), program.start().toInstant());
    switch (job.light()) {
      case DARK -> assertThat(sun).isLessThanOrEqualTo(-18);
      case DAY -> assertThat(sun).isPositive();
      default -> assertThat(sun).isBetween(-40.0, 40.0);
    }
    assertThat(program.panorama().isPresent()).isEqualTo(job == Job.PANORAMA);
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void elsewhereAndWithOtherGearItDoesToo(Job job) {
    Kit kit =
        Kit.usual(new Body("small", 17.3, 13, 5184, 3888), new Lens("zoom", 12, 40, 2.8, 4, 0));
    Site site = Site.of("desert", new Place(-24.6, -70.4, 2400), ZoneId.of("America/Santiago"));
    StartingPrograms programs =
        new StartingPrograms(
            kit,
            site,
            LocalDate.of(2027, 6, 5),
            PointStarRule.NPF,
            Optional.of(new SkyBody.Fixed(SkyBody.GALACTIC_CENTRE)));
    Program program = programs.of(job, "test", Optional.empty());
    Conditions conditions = TestConditions.of(kit, site);
    assertThat(
            ProgramCheck.of(program, conditions).stream()
                .map(ProgramFinding::code)
                .filter(c -> !ALLOWED.contains(c)))
        .isEmpty();
  }

  @Test
  void pointStarsKeepTheRuleThatIsFollowed() {
    Night night = TestNights.demo();
    for (PointStarRule rule : PointStarRule.values()) {
      Night by = night.withAssumptions(night.assumptions().withRule(rule));
      Program p = by.startingPrograms().of(Job.MILKY_WAY_SKY, "sky", Optional.empty());
      double limit = rule.seconds(Yield.framed(p, by.kit(), by.place()));
      assertThat(p.interval().exposureSeconds()).isLessThanOrEqualTo(limit * 1.0001);
    }
  }

  @Test
  void darksAreLikeTheProgramBeforeAndFollowIt() {
    Night night = TestNights.demo();
    Program before = night.programs().get(0);
    Program darks = night.startingPrograms().of(Job.DARKS, "darks", Optional.of(before));
    assertThat(darks.interval().exposureSeconds()).isEqualTo(before.interval().exposureSeconds());
    assertThat(darks.iso()).isEqualTo(before.iso());
    assertThat(darks.start().toInstant()).isAfter(before.end(night.body()));
  }

  @Test
  void whatLivesByTheSunKeepsItsHour() {
    Night night = TestNights.demo();
    Program late = night.programs().get(1);
    Program ramp = night.startingPrograms().of(Job.DAY_INTO_NIGHT, "ramp", Optional.of(late));
    Instant sunset =
        new Almanac(night.place(), night.date(), night.zone())
            .event(Almanac.Event.SUNSET)
            .orElseThrow();
    assertThat(ramp.start().toInstant()).isBefore(sunset);
    assertThat(ramp.end(night.body())).isAfter(sunset);
  }

  @Test
  void aPanoramaTakesEachPositionInTurn() {
    Night night = TestNights.with(Job.PANORAMA);
    Program p = night.programs().get(0);
    Panorama.Layout layout = p.panorama().orElseThrow().layout(p.sensor(night.body()), p.facing());
    List<Take> takes = Take.of(p, night.conditions(p));
    assertThat(takes).hasSize(p.frames(night.body()));
    assertThat(takes).hasSize(layout.positions().size() * p.interval().count());
    for (int i = 0; i < takes.size(); i++) {
      assertThat(takes.get(i).shot().index()).isEqualTo(i);
      assertThat(takes.get(i).settings().facing())
          .isEqualTo(layout.positions().get(i / p.interval().count()));
    }
    Instant last = takes.get(takes.size() - 1).shot().closesAt();
    assertThat(Duration.between(last, p.end(night.body())).toMillis()).isBetween(-5L, 5L);
  }

  @Test
  void whatEndsARunFirstIsTheAlmanacsHour() {
    Night night = TestNights.demo();
    Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
    Program endless =
        night.programs().get(0).withInterval(night.programs().get(0).interval().withCount(5000));
    Kit plenty = night.kit().withBatteries(50);
    List<RunLimit> limits =
        RunLimit.of(
            endless, TestConditions.of(plenty, night.site(), Optional.of(SkyBody.parse("M31")), 8));
    for (int i = 1; i < limits.size(); i++) {
      assertThat(limits.get(i).at()).isAfterOrEqualTo(limits.get(i - 1).at());
    }
    RunLimit dawn =
        limits.stream().filter(l -> l.kind() == RunLimit.Kind.DAWN).findFirst().orElseThrow();
    Instant expected = almanac.event(Almanac.Event.ASTRONOMICAL_DAWN).orElseThrow();
    assertThat(Duration.between(dawn.at(), expected).abs().toSeconds()).isLessThan(5);
    assertThat(limits).noneMatch(l -> l.kind() == RunLimit.Kind.MOONRISE);
    Conditions used =
        TestConditions.of(plenty, night.site()).withUsed(new Conditions.Used(0, 49.9));
    assertThat(RunLimit.of(endless, used).get(0).kind()).isEqualTo(RunLimit.Kind.BATTERY);
    Kit one = night.kit().withBatteries(1);
    assertThat(
            RunLimit.of(endless, TestConditions.of(one, night.site(), Optional.empty(), -10))
                .get(0)
                .kind())
        .isEqualTo(RunLimit.Kind.BATTERY);
  }

  @Test
  void yieldsAreWhatTheFramesComeTo() {
    Night night = TestNights.demo();
    Program p = night.programs().get(0);
    Yield comes = Yield.of(p, night.kit(), night.place(), 8);
    assertThat(comes.frames()).isEqualTo(48);
    assertThat(comes.storage().bytes()).isEqualTo(48 * night.kit().camera().rawBytes());
    assertThat(comes.arcDegrees()).isCloseTo((48 * 75 + 47) / 86_164.0905 * 360, within(1e-6));
    // A gap of one second hides in a star's width, one of ten does not; the limit lies between.
    assertThat(comes.hasBreaks()).isFalse();
    double limit = comes.breaklessGapSeconds();
    assertThat(limit).isBetween(1.0, 10.0);
    Yield above =
        Yield.of(p.withInterval(p.interval().withGap(limit * 1.01)), night.kit(), night.place(), 8);
    Yield below =
        Yield.of(p.withInterval(p.interval().withGap(limit * 0.99)), night.kit(), night.place(), 8);
    assertThat(above.hasBreaks()).isTrue();
    assertThat(below.hasBreaks()).isFalse();
  }
}
