package zygonox.core.quantity;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An amount of memory or of disk.
 *
 * @param bytes 0 or more
 */
public record ByteSize(long bytes) {
  private static final Pattern FORM = Pattern.compile("(\\d{1,12})\\s*([kmgt]?)b?");

  public ByteSize {
    if (bytes < 0) {
      throw new InvalidInput("A size of " + bytes + " bytes is not possible; it must be 0 or more");
    }
  }

  /**
   * Reads a number with an optional unit of 1024 steps: {@code 512m}, {@code 2g}, {@code 800000}.
   */
  public static ByteSize parse(String text) {
    Matcher matcher = FORM.matcher(text.strip().toLowerCase(Locale.ROOT));
    if (!matcher.matches()) {
      throw new InvalidInput(
          "\"" + text + "\" is not a size; write a number and k, m or g, such as 512m or 2g");
    }
    int shift = 10 * "kmgt".indexOf(matcher.group(2).isEmpty() ? "-" : matcher.group(2)) + 10;
    try {
      return new ByteSize(Math.multiplyExact(Long.parseLong(matcher.group(1)), 1L << shift));
    } catch (ArithmeticException e) {
      throw new InvalidInput("\"" + text + "\" is more memory than can be counted", e);
    }
  }

  /** The size in the unit that keeps it short, such as {@code 1.5 GB} (1 GB = 1024 MB). */
  @Override
  public String toString() {
    if (bytes < 1024) {
      return bytes + " bytes";
    }
    double value = bytes;
    int unit = -1;
    while (value >= 1024 && unit < 3) {
      value /= 1024;
      unit++;
    }
    String number = value < 10 ? "%.1f" : "%.0f";
    return String.format(Locale.ROOT, number, value) + " " + "kMGT".charAt(unit) + "B";
  }
}
