package zygonox.core.sky;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;

/** Finds when a height passes zero. */
public final class Crossings {
  private static final Duration STEP = Duration.ofMinutes(6);
  private static final long NEAR_ENOUGH_MILLIS = 200;

  private Crossings() {}

  /**
   * @param at when
   * @param rising whether it went up
   */
  public record Crossing(Instant at, boolean rising) {}

  /**
   * All passages in a span, in order; also those of a body that only just shows or hides between
   * two steps.
   */
  public static List<Crossing> find(ToDoubleFunction<Instant> height, Instant from, Instant to) {
    List<Crossing> found = new ArrayList<>();
    Instant a = from;
    double fa = height.applyAsDouble(a);
    double before = Double.NaN;
    while (a.isBefore(to)) {
      Instant b = a.plus(STEP).isAfter(to) ? to : a.plus(STEP);
      double fb = height.applyAsDouble(b);
      if (fa < 0 != fb < 0) {
        found.add(between(height, a, b, fa < 0));
      } else if (!Double.isNaN(before) && (fa - before) * (fb - fa) < 0 && fa < 0 == fa > before) {
        // An extremum on the side of zero: it may reach over for some minutes.
        Instant start = a.minus(STEP);
        Instant peak = extremum(height, start, b, fa > before);
        if (height.applyAsDouble(peak) < 0 != fa < 0) {
          found.add(between(height, start, peak, fa < 0));
          found.add(between(height, peak, b, fa >= 0));
        }
      }
      before = fa;
      a = b;
      fa = fb;
    }
    return found;
  }

  private static Crossing between(
      ToDoubleFunction<Instant> height, Instant a, Instant b, boolean rising) {
    Instant low = a;
    Instant high = b;
    while (Duration.between(low, high).toMillis() > NEAR_ENOUGH_MILLIS) {
      Instant middle = low.plus(Duration.between(low, high).dividedBy(2));
      if (height.applyAsDouble(middle) < 0 == rising) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return new Crossing(low.plus(Duration.between(low, high).dividedBy(2)), rising);
  }

  private static Instant extremum(
      ToDoubleFunction<Instant> height, Instant a, Instant b, boolean highest) {
    Instant low = a;
    Instant high = b;
    while (Duration.between(low, high).toMillis() > 1000) {
      Duration third = Duration.between(low, high).dividedBy(3);
      Instant one = low.plus(third);
      Instant two = high.minus(third);
      if (height.applyAsDouble(one) < height.applyAsDouble(two) == highest) {
        low = one;
      } else {
        high = two;
      }
    }
    return low.plus(Duration.between(low, high).dividedBy(2));
  }
}
