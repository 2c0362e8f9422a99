package zygonox.core.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.optics.Body;
import zygonox.core.program.Goal.Give;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;

class GoalTest {
  private static final Body BODY = new Body("test", 36, 24, 6000, 4000);

  private static Program program(double exposure, double gap, int count) {
    return new Program(
        "trails",
        OffsetDateTime.parse("2026-10-14T22:00:00+01:00"),
        new Interval(2, exposure, gap, count),
        2.8,
        800,
        20,
        new Direction(0, 30));
  }

  @Test
  void anArcOfTwentyDegreesByTwoAsksForThisManyFrames() {
    // 20 degrees take 20 / 360 x 86164.09 s = 4786.9 s; frames of 30 s with 1 s between fit 154.
    Program found = Goal.arc(program(30, 1, 10), 20, Give.COUNT);
    assertThat(found.interval().count()).isEqualTo(154);
    assertThat(found.interval().trailDegrees()).isBetween(19.8, 20.0);
    Instant two = Instant.parse("2026-10-15T01:00:00Z");
    Program ends = Goal.end(found, two, Give.START, BODY);
    assertThat(ends.end(BODY)).isEqualTo(two);
    assertThat(ends.interval()).isEqualTo(found.interval());
  }

  @Property
  void solvedForAnArcTheProgramDrawsIt(
      @ForAll @DoubleRange(min = 1, max = 90) double degrees,
      @ForAll @DoubleRange(min = 5, max = 120) double exposure,
      @ForAll @DoubleRange(min = 0, max = 10) double gap,
      @ForAll @IntRange(min = 2, max = 100) int count) {
    Program p = program(exposure, gap, count);
    double run = degrees / 360 * 86_164.0905;
    Assume.that(run > (exposure + gap) * 1.01);
    Interval byCount = Goal.arc(p, degrees, Give.COUNT).interval();
    double frame = byCount.periodSeconds() / 86_164.0905 * 360;
    assertThat(byCount.trailDegrees()).isBetween(degrees - frame - 1e-9, degrees + 1e-9);
    boolean fits = (run - (count - 1) * gap) / count <= 3600;
    if (fits && run > (count - 1) * gap + count * 0.01) {
      Interval byExposure = Goal.arc(p, degrees, Give.EXPOSURE).interval();
      assertThat(byExposure.trailDegrees()).isCloseTo(degrees, within(1e-6));
      assertThat(byExposure.gapSeconds()).isEqualTo(gap);
    }
    if (run > count * exposure && (run - count * exposure) / (count - 1) < 3600) {
      Interval byGap = Goal.arc(p, degrees, Give.GAP).interval();
      assertThat(byGap.trailDegrees()).isCloseTo(degrees, within(1e-6));
      assertThat(byGap.exposureSeconds()).isEqualTo(exposure);
    }
  }

  @Property
  void solvedForAnEndTheProgramEndsThen(
      @ForAll @IntRange(min = 600, max = 17_000) int seconds,
      @ForAll @DoubleRange(min = 2, max = 100) double exposure) {
    Program p = program(exposure, 1, 5);
    Instant end = p.start().toInstant().plusSeconds(seconds);
    for (Give give : Give.values()) {
      Program found = Goal.end(p, end, give, BODY);
      Duration off = Duration.between(found.end(BODY), end);
      double most = give == Give.COUNT ? found.interval().periodSeconds() : 1e-3;
      assertThat(off.toNanos() / 1e9).as("%s", give).isBetween(-1e-3, most);
    }
  }

  @Test
  void aClipGetsItsLengthByMoreFramesOrByCloserOnes() {
    Program p = program(2, 8, 300);
    assertThat(Goal.clip(p, 20, 30, Give.COUNT).interval().count()).isEqualTo(600);
    Interval closer = Goal.clip(p, 20, 30, Give.GAP).interval();
    assertThat(closer.count()).isEqualTo(600);
    assertThat(closer.runSeconds()).isCloseTo(p.interval().runSeconds(), within(1e-6));
  }

  @ParameterizedTest
  @EnumSource(Give.class)
  void whatCannotBeIsRefused(Give give) {
    Program p = program(30, 1, 100);
    assertThatThrownBy(() -> Goal.arc(p, 0, give)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> Goal.arc(p, 400, give)).isInstanceOf(InvalidInput.class);
    if (give != Give.START) {
      Instant early = p.start().toInstant().minusSeconds(60);
      assertThatThrownBy(() -> Goal.end(p, early, give, BODY))
          .isInstanceOf(InvalidInput.class)
          .hasMessageContaining("later");
    }
    assertThatThrownBy(() -> Goal.run(program(30, 1, 1), 100, Give.GAP))
        .isInstanceOf(InvalidInput.class);
  }
}
