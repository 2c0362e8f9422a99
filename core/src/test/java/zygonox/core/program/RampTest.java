package zygonox.core.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.Exposure;
import zygonox.core.optics.Lens;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.site.Site;
import zygonox.core.sky.Daylight;

class RampTest {
  private static final Place PLACE = new Place(54.42, -2.31, 312);
  private static final Kit KIT =
      Kit.usual(new Body("b", 36, 24, 6000, 4000), new Lens("l", 24, 1.4));

  private static final Ramp.Manner MANNER =
      new Ramp.Manner(Ramp.KEEP_HIGHLIGHTS_STOPS, 3, 25_600, 3600);

  private static final Site SITE = Site.of("test", PLACE, ZoneId.of("Europe/London"));

  private static Program dusk(double period, int count) {
    return new Program(
            "dusk",
            OffsetDateTime.parse("2026-10-14T17:30:00+01:00"),
            new Interval(0, 0.5, period - 0.5, count),
            2.8,
            100,
            24,
            new Direction(270, 10))
        .withJob(Job.DAY_INTO_NIGHT);
  }

  private static Ramp ramp(Program program) {
    return Ramp.of(program, KIT, PLACE, MANNER);
  }

  @ParameterizedTest
  @ValueSource(doubles = {5, 10, 20})
  void theShutterOpensFirstThenTheIsoRises(double period) {
    List<Ramp.Step> steps = ramp(dusk(period, (int) (3 * 3600 / period))).steps();
    assertThat(steps).hasSizeGreaterThan(25);
    double longest = 0;
    for (int i = 1; i < steps.size(); i++) {
      Exposure before = steps.get(i - 1).exposure();
      Exposure now = steps.get(i).exposure();
      assertThat(now.shutterSeconds()).isGreaterThanOrEqualTo(before.shutterSeconds());
      assertThat(now.iso()).isGreaterThanOrEqualTo(before.iso());
      // Thirds of a stop, within what dials round.
      double stops = before.ev100() - now.ev100();
      assertThat(stops).isBetween(0.15, 0.55);
      if (now.iso() > 100) {
        longest = Math.max(longest, now.shutterSeconds());
        assertThat(now.shutterSeconds()).isEqualTo(longest);
      }
      assertThat(now.shutterSeconds()).isLessThanOrEqualTo(period - KIT.shortestGapSeconds());
    }
    assertThat(steps.get(steps.size() - 1).exposure().iso()).isGreaterThan(100);
  }

  @Test
  void inDaylightItFollowsTheLightMeter() {
    // ISO 2720's incident light, a third of a stop under: nothing is clipped.
    Ramp.Step first = ramp(dusk(10, 1000)).steps().get(0);
    double metered = Daylight.ev100(first.lux());
    assertThat(first.exposure().ev100() - metered).isCloseTo(1 / 3.0, within(0.2));
  }

  @Test
  void aFrameHasTheStepBeforeIt() {
    Ramp ramp = ramp(dusk(10, 1000));
    Ramp.Step third = ramp.steps().get(2);
    assertThat(ramp.exposure(third.frame())).isEqualTo(third.exposure());
    assertThat(ramp.exposure(third.frame() - 1)).isEqualTo(ramp.steps().get(1).exposure());
    assertThat(ramp.exposure(0)).isEqualTo(ramp.steps().get(0).exposure());
  }

  @Test
  void whatTheCameraCannotGiveIsTold() {
    Kit slow = KIT.withCamera(KIT.camera().withIso(100, 400));
    Program late = dusk(5, 2400).withAperture(8);
    assertThat(Ramp.of(late, slow, PLACE, MANNER).shortOfLight()).isTrue();
    assertThat(ramp(dusk(10, 100)).shortOfLight()).isFalse();
    assertThatThrownBy(() -> ramp(dusk(0.9, 100)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("make it longer");
  }

  @Test
  void theSimulatedCameraIsToldTheSame() {
    Program program = dusk(10, 700);
    List<Take> takes = Take.of(program, TestConditions.of(KIT, SITE));
    Ramp ramp = ramp(program);
    assertThat(takes).hasSize(700);
    for (int i = 0; i < takes.size(); i += 50) {
      Exposure wanted = ramp.exposure(i);
      assertThat(takes.get(i).shot().exposureSeconds()).isEqualTo(wanted.shutterSeconds());
      assertThat(takes.get(i).settings().iso()).isEqualTo((int) wanted.iso());
    }
  }

  @Test
  void theNightIsDarkenedAsMuchAsAskedAndNotAtAllWhenZeroIsAsked() {
    Program program = dusk(10, 1500);
    Ramp.Manner level = new Ramp.Manner(0, 0, 25_600, 3600);
    for (Ramp.Step step : Ramp.of(program, KIT, PLACE, level).steps()) {
      assertThat(step.stopsFromMeter()).isCloseTo(0, within(1e-9));
      assertThat(step.exposure().ev100() - Daylight.ev100(step.lux())).isCloseTo(0, within(0.4));
    }
    List<Ramp.Step> dark =
        Ramp.of(program, KIT, PLACE, new Ramp.Manner(0, 2, 25_600, 3600)).steps();
    assertThat(dark.get(0).stopsFromMeter()).isCloseTo(0, within(1e-9));
    assertThat(dark.get(dark.size() - 1).stopsFromMeter()).isCloseTo(-2, within(1e-9));
  }

  @Test
  void ceilingsHoldAndTooMuchLightIsTold() {
    Ramp.Manner low = new Ramp.Manner(0, 0, 800, 2);
    Ramp ramp = Ramp.of(dusk(10, 1500), KIT, PLACE, low);
    assertThat(ramp.isoRange()[1]).isLessThanOrEqualTo(800);
    assertThat(ramp.shutterRange()[1]).isLessThanOrEqualTo(2);
    assertThat(ramp.findings())
        .extracting(ProgramFinding::code)
        .containsExactly(Code.RAMP_TOO_DARK);
    Program noon = dusk(10, 20).withStart(OffsetDateTime.parse("2026-06-21T13:00:00+01:00"));
    Ramp bright = Ramp.of(noon.withAperture(1.4), KIT, PLACE, MANNER);
    assertThat(bright.findings())
        .extracting(ProgramFinding::code)
        .containsExactly(Code.RAMP_TOO_BRIGHT);
    // Above 100,000 lux f/1.4 asks for 1/30,000 s at ISO 100: three stops beyond 1/4000.
    assertThat(bright.stopsOver()).isBetween(2.0, 3.5);
  }

  @Test
  void nightIntoDayRunsBackwards() {
    Program dawn = dusk(10, 1000).withStart(OffsetDateTime.parse("2026-10-15T05:00:00+01:00"));
    List<Ramp.Step> steps = ramp(dawn).steps();
    for (int i = 1; i < steps.size(); i++) {
      assertThat(steps.get(i).exposure().ev100())
          .isGreaterThan(steps.get(i - 1).exposure().ev100());
    }
    assertThat(steps.get(0).exposure().iso()).isGreaterThan(400);
    assertThat(steps.get(steps.size() - 1).exposure().iso()).isEqualTo(100);
  }
}
