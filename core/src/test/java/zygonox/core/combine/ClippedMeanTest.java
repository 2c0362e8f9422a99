package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.hipparchus.stat.descriptive.rank.Median;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClippedMeanTest {
  /** Croux and Rousseeuw's factors for two values and more, as published. */
  private static final double[] FEW = {1.196, 1.495, 1.363, 1.206, 1.200, 1.140, 1.129, 1.107};

  private static double of(double[] values, double kappa) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return new ClippedMean(kappa).ofSorted(sorted, sorted.length);
  }

  @ParameterizedTest
  @CsvSource({"3, 100, 5", "2, 40, 6"})
  void leavesTheOutlierOut(double kappa, double outlier, int others) {
    double[] values = new double[others + 10];
    Arrays.fill(values, 10);
    for (int i = 0; i < values.length; i++) {
      values[i] += i % 2 == 0 ? 0.1 : -0.1;
    }
    double honest = Arrays.stream(values, 1, values.length).average().orElseThrow();
    values[0] = outlier;
    assertThat(of(values, kappa)).isCloseTo(honest, within(1e-12));
  }

  /** Two streaks in twenty frames leave the mean of the eighteen others. */
  @Test
  void aBrightMinorityDoesNotPull() {
    Random random = new Random(8);
    int other = 0;
    for (int trial = 0; trial < 2000; trial++) {
      double[] values = new double[20];
      for (int i = 0; i < 20; i++) {
        values[i] = 3000 + 60 * Math.max(-2.2, Math.min(2.2, random.nextGaussian()));
      }
      values[trial % 20] += 4000 * random.nextDouble() + 600;
      values[(trial + 7) % 20] += 4000 * random.nextDouble() + 600;
      double sum = Arrays.stream(values).sum();
      double honest = (sum - values[trial % 20] - values[(trial + 7) % 20]) / 18;
      other += Math.abs(of(values, 3) - honest) < 1e-9 ? 0 : 1;
    }
    // Now and then a value at the edge of the noise goes with them.
    assertThat(other).isLessThan(200);
  }

  /** The rule by Hipparchus's median, written as it is told. */
  @Property(tries = 400)
  void isTheRuleAsItIsTold(@ForAll @IntRange(min = 3, max = 60) int count, @ForAll long seed) {
    Random random = new Random(seed);
    double[] values = new double[count];
    for (int i = 0; i < count; i++) {
      values[i] = random.nextGaussian() + (random.nextInt(10) == 0 ? 12 : 0);
    }
    double median = new Median().evaluate(values);
    double[] distances = Arrays.stream(values).map(v -> Math.abs(v - median)).toArray();
    double factor = count <= 9 ? FEW[count - 2] : count / (count - 0.8);
    double limit = 3 * 1.4826 * factor * new Median().evaluate(distances);
    double expected =
        Arrays.stream(values).filter(v -> Math.abs(v - median) <= limit).average().orElse(median);
    assertThat(of(values, 3)).isCloseTo(expected, within(1e-12));
  }

  @Property(tries = 200)
  void weightsCountOnlyForThoseThatAgree(
      @ForAll @IntRange(min = 3, max = 40) int count, @ForAll long seed) {
    Random random = new Random(seed);
    double[] values = new double[count];
    double[] weights = new double[count];
    for (int i = 0; i < count; i++) {
      values[i] = random.nextGaussian();
      weights[i] = 0.01 + random.nextDouble();
    }
    double[] even = new double[count];
    Arrays.fill(even, 0.3);
    double[] room = new double[count];
    assertThat(new ClippedMean(2).of(values, even, count, room))
        .isCloseTo(of(values, 2), within(1e-12));
    double sum = 0;
    double whole = 0;
    for (int i = 0; i < count; i++) {
      sum += weights[i] * values[i];
      whole += weights[i];
    }
    assertThat(new ClippedMean(1e6).of(values, weights, count, room))
        .isCloseTo(sum / whole, within(1e-9));
  }

  @Test
  void valuesThatAreMostlyTheSameKeepTheirNeighbours() {
    assertThat(of(new double[] {5, 5, 5, 5, 5, 5, 4, 6, 5, 5}, 3)).isEqualTo(5);
    assertThat(of(new double[] {7, 7, 7}, 3)).isEqualTo(7);
    assertThat(of(new double[] {1, 9}, 0.5)).isEqualTo(5);
    assertThat(of(new double[] {1, 1, 9, 9}, 0.5)).isEqualTo(5);
  }
}
