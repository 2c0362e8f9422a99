package zygonox.core.mend;

import java.nio.file.Path;
import zygonox.core.measure.Streak;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * What a person has decided about a line of light, or about a light.
 *
 * @param stray which of the two
 * @param frame the file it is in
 * @param line where: one that was found, or drawn by hand
 * @param out whether it is taken out, whatever it seems to be; otherwise it stays
 */
public record ChosenLine(Stray stray, Path frame, Streak line, boolean out) {
  /** Beyond the widths of both, in pixels: what is pointed at by hand lies a little aside. */
  private static final double BESIDE = 5;

  /** A straight line is told by so many numbers, a bowed one by one more. */
  private static final int NUMBERS = 5;

  private static final double MOST_WIDE = 500;

  private static final double WIDEST_LIGHT = 20_000;

  /** About a line. */
  public ChosenLine(Path frame, Streak line, boolean out) {
    this(Stray.LINE, frame, line, out);
  }

  /** A decision on a line of so many pixels' width, from one place to another. */
  public static ChosenLine of(
      Path frame, double x1, double y1, double x2, double y2, double width, boolean out) {
    return new ChosenLine(frame, new Streak(x1, y1, x2, y2, width, 0), out);
  }

  /**
   * Reads {@code FRAME=X1,Y1,X2,Y2,WIDTH}, of a bowed line {@code FRAME=X1,Y1,X2,Y2,WIDTH,BOW}.
   *
   * @throws InvalidInput naming what would be right
   */
  public static ChosenLine parse(String typed, boolean out) {
    return parse(Stray.LINE, typed, out ? "line-out" : "line-keep", out);
  }

  /**
   * Reads the same for a light that is taken out: its long axis and how wide it is.
   *
   * @throws InvalidInput naming what would be right
   */
  public static ChosenLine parseLight(String typed) {
    return parse(Stray.LIGHT, typed, "light-out", true);
  }

  private static ChosenLine parse(Stray stray, String typed, String option, boolean out) {
    int equals = typed.lastIndexOf('=');
    String[] numbers = typed.substring(equals + 1).split(",", -1);
    double[] read = new double[NUMBERS + 1];
    boolean bowed = stray == Stray.LINE && numbers.length == read.length;
    boolean whole = equals > 0 && (bowed || numbers.length == NUMBERS);
    for (int i = 0; whole && i < numbers.length; i++) {
      try {
        read[i] = Double.parseDouble(numbers[i].strip());
      } catch (NumberFormatException e) {
        whole = false;
      }
      whole &= Double.isFinite(read[i]);
    }
    double widest = stray == Stray.LINE ? MOST_WIDE : WIDEST_LIGHT;
    if (!whole || read[4] <= 0 || read[4] > widest) {
      throw InvalidInput.about(option, Phrasebook.say("refused.is-not-a-line", typed));
    }
    return new ChosenLine(
        stray,
        Path.of(typed.substring(0, equals)),
        new Streak(read[0], read[1], read[2], read[3], read[NUMBERS], read[4], 0),
        out);
  }

  /** Whether this is about a line that was found: the middle of each lies on the other. */
  public boolean means(Stray kind, Path file, Streak found) {
    return kind == stray && isIn(file) && liesOn(line, found) && liesOn(found, line);
  }

  boolean isIn(Path file) {
    return frame.toAbsolutePath().normalize().equals(file.toAbsolutePath().normalize());
  }

  private static boolean liesOn(Streak one, Streak other) {
    return other.distance(one.x(0.5), one.y(0.5)) <= one.width() + other.width() + BESIDE;
  }
}
