package zygonox.core.quantity;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An amount of memory or of disk.
 *
 * @param bytes 0 or more
 */
public record ByteSize(long bytes) {
  private static final Pattern FORM =
      Pattern.compile("(\\d{1,12}(?:[.,]\\d{1,6})?)\\s*(k|m|g|t)?(b|ib|bytes?)?");

  private static final String UNITS = "kmgt";

  public ByteSize {
    if (bytes < 0) {
      throw new InvalidInput(Phrasebook.say("refused.a-size-of-bytes-is", bytes));
    }
  }

  /**
   * Reads a number with an optional unit: {@code 64 GB} in steps of 1000, as cards are labelled;
   * {@code 512m}, {@code 2g} and {@code 2 GiB} in steps of 1024, as memory is counted; {@code
   * 800000}.
   *
   * @throws InvalidInput when it is none of these, or more than can be counted
   */
  public static ByteSize parse(String text) {
    Matcher matcher = FORM.matcher(text.strip().toLowerCase(Locale.ROOT));
    if (!matcher.matches()) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-size-type", text.strip()));
    }
    boolean decimal = "b".equals(matcher.group(3));
    int steps = matcher.group(2) == null ? 0 : UNITS.indexOf(matcher.group(2)) + 1;
    BigDecimal unit = BigDecimal.valueOf(decimal ? 1000 : 1024).pow(steps);
    try {
      BigDecimal bytes = new BigDecimal(matcher.group(1).replace(',', '.')).multiply(unit);
      return new ByteSize(bytes.setScale(0, RoundingMode.HALF_EVEN).longValueExact());
    } catch (ArithmeticException e) {
      throw new InvalidInput(Phrasebook.say("refused.is-more-than-can-be", text.strip()), e);
    }
  }

  /** The size in the unit that keeps it short, such as {@code 1.5 GB} (1 GB = 1000 MB). */
  @Override
  public String toString() {
    if (bytes < 1000) {
      return bytes + " bytes";
    }
    double value = bytes;
    int unit = -1;
    // What would be rounded up to 1000 is told in the next unit.
    while (value >= 999.5 && unit < UNITS.length() - 1) {
      value /= 1000;
      unit++;
    }
    String number = String.format(Locale.ROOT, value < 9.95 ? "%.1f" : "%.0f", value);
    return number.replaceAll("\\.0$", "") + " " + "kMGT".charAt(unit) + "B";
  }
}
