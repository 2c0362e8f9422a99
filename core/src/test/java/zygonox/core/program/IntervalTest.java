package zygonox.core.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import zygonox.core.quantity.InvalidInput;

class IntervalTest {
  @Test
  void halfAnHourIsNinetyFramesOfTwentySeconds() {
    // Common practice, no source.
    assertThat(Interval.countWithin(20, 0, 1800)).isEqualTo(90);
  }

  @Test
  void anHourTurnsTheSkyByFifteenDegreesAndALittle() {
    Interval interval = new Interval(0, 3600, 0, 1);
    assertThat(interval.trailDegrees()).isCloseTo(15.0411, within(1e-3));
  }

  @Test
  void shotsFollowDelayExposureAndGap() {
    Instant start = Instant.parse("2026-10-14T20:00:00Z");
    List<Shot> shots = new Interval(2, 30, 1.5, 3).shots(start);
    assertThat(shots).hasSize(3);
    assertThat(shots.get(0).opensAt()).isEqualTo(start.plusSeconds(2));
    assertThat(shots.get(2).opensAt()).isEqualTo(start.plusSeconds(65));
    assertThat(shots.get(2).closesAt()).isEqualTo(start.plusSeconds(95));
  }

  @Property
  void aPeriodIsExposureAndGap(
      @ForAll @DoubleRange(min = 0.01, max = 3600) double exposure,
      @ForAll @DoubleRange(min = 0, max = 3600) double gap) {
    double found = Interval.gapOfPeriod(exposure, exposure + gap);
    assertThat(found).isCloseTo(gap, within(1e-9));
  }

  @Property
  void asManyFramesFitAsWereCounted(
      @ForAll @DoubleRange(min = 0.1, max = 300) double exposure,
      @ForAll @DoubleRange(min = 0, max = 60) double gap,
      @ForAll @IntRange(min = 1, max = 2000) int count) {
    double seconds = new Interval(0, exposure, gap, count).runSeconds();
    assertThat(Interval.countWithin(exposure, gap, seconds)).isEqualTo(count);
    if (count > 1) {
      assertThat(Interval.countWithin(exposure, gap, seconds - 0.01 * exposure))
          .isEqualTo(count - 1);
    }
  }

  @Property
  void shotsEndWhenTheTotalDoes(
      @ForAll @DoubleRange(min = 0, max = 100) double delay,
      @ForAll @DoubleRange(min = 0.1, max = 300) double exposure,
      @ForAll @DoubleRange(min = 0, max = 60) double gap,
      @ForAll @IntRange(min = 1, max = 300) int count) {
    Interval interval = new Interval(delay, exposure, gap, count);
    Instant start = Instant.EPOCH;
    List<Shot> shots = interval.shots(start);
    double seconds = Duration.between(start, shots.get(count - 1).closesAt()).toNanos() / 1e9;
    assertThat(seconds).isCloseTo(interval.totalSeconds(), within(1e-6));
    assertThat(interval.openFraction()).isBetween(0.0, 1.0 + 1e-12);
  }

  @Test
  void anExposureLongerThanThePeriodIsRefusedInOneSentence() {
    assertThatThrownBy(() -> Interval.gapOfPeriod(30, 20))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("20 s")
        .hasMessageContaining("longer than the exposure");
  }

  @Test
  void zeroAndAMillionFramesAreRefused() {
    assertThatThrownBy(() -> new Interval(0, 20, 1, 0)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new Interval(0, 20, 1, 1_000_000)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new Interval(0, Double.NaN, 1, 5)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> Interval.countWithin(30, 1, 10)).isInstanceOf(InvalidInput.class);
  }
}
