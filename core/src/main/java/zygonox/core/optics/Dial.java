package zygonox.core.optics;

import java.util.Arrays;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import zygonox.core.quantity.InvalidInput;

/** The numbers that stand on a camera's dials, in thirds of a stop [common practice]. */
public enum Dial {
  /** Shutter times in s; beyond half a minute those that are easily set on a timer. */
  SHUTTER(
      DoubleStream.concat(
              Arrays.stream(fractions()).mapToDouble(f -> 1.0 / f),
              DoubleStream.of(
                  0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6, 8, 10, 13, 15, 20, 25,
                  30, 40, 50, 60, 80, 100, 120, 150, 200, 240, 300, 400, 500, 600, 800, 1000, 1200,
                  1500, 1800, 2400, 3000, 3600))
          .sorted()
          .toArray()),
  /** ISO speeds. */
  ISO(
      25, 32, 40, 50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600,
      2000, 2500, 3200, 4000, 5000, 6400, 8000, 10_000, 12_800, 16_000, 20_000, 25_600, 32_000,
      40_000, 51_200, 64_000, 80_000, 102_400, 128_000, 160_000, 204_800, 256_000, 320_000, 409_600,
      512_000, 640_000, 819_200),
  /** f-numbers. */
  APERTURE(
      1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10,
      11, 13, 14, 16, 18, 20, 22);

  /** What is written under the 1 of a fraction of a second. */
  private static int[] fractions() {
    return new int[] {
      4, 5, 6, 8, 10, 13, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 160, 200, 250, 320, 400, 500,
      640, 800, 1000, 1250, 1600, 2000, 2500, 3200, 4000, 5000, 6400, 8000
    };
  }

  /** Numbers that differ by less than this are one and the same. */
  private static final double SAME = 1e-6;

  private final double[] marks;

  Dial(double... marks) {
    this.marks = marks;
  }

  /** The next number above; itself at the end. */
  public double up(double value) {
    return Arrays.stream(marks).filter(m -> m > value * (1 + SAME)).findFirst().orElse(value);
  }

  /** The next number below; itself at the end. */
  public double down(double value) {
    return Arrays.stream(marks)
        .filter(m -> m < value * (1 - SAME))
        .reduce((before, last) -> last)
        .orElse(value);
  }

  /**
   * The number nearest to a value, by stops.
   *
   * @param value above 0
   */
  public double nearest(double value) {
    InvalidInput.check("value.value", value, 1e-9, 1e12);
    double best = marks[0];
    for (double mark : marks) {
      best = Math.abs(Math.log(mark / value)) < Math.abs(Math.log(best / value)) ? mark : best;
    }
    return best;
  }

  /** The highest number that is not above a value; the lowest there is, where all are. */
  public double notAbove(double value) {
    return IntStream.range(0, marks.length)
        .mapToDouble(i -> marks[marks.length - 1 - i])
        .filter(m -> m <= value * (1 + SAME))
        .findFirst()
        .orElse(marks[0]);
  }
}
