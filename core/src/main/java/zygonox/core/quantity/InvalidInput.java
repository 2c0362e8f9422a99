package zygonox.core.quantity;

import java.math.BigDecimal;

/**
 * A value that was given cannot be used. The message is one sentence for a person: what was given,
 * where, and what would be right.
 */
public class InvalidInput extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public InvalidInput(String sentence) {
    super(sentence);
  }

  public InvalidInput(String sentence, Throwable cause) {
    super(sentence, cause);
  }

  /**
   * Returns {@code value} when it lies in the closed range, and says which range it missed when
   * not. NaN is outside every range.
   *
   * @param name what the value is, as a person would call it, with its unit
   */
  public static double check(String name, double value, double low, double high) {
    // Written so that NaN, which compares false with everything, is refused too.
    if (!(value >= low && value <= high)) {
      throw new InvalidInput(
          "%s is %s; it must lie between %s and %s"
              .formatted(name, plain(value), plain(low), plain(high)));
    }
    return value;
  }

  /** As {@link #check(String, double, double, double)}, for whole numbers. */
  public static int check(String name, int value, int low, int high) {
    return (int) check(name, (double) value, low, high);
  }

  private static String plain(double value) {
    if (!Double.isFinite(value)) {
      return "not a number";
    }
    return value == Math.rint(value) && Math.abs(value) < 1e15
        ? Long.toString((long) value)
        : BigDecimal.valueOf(value).toPlainString();
  }
}
