package zygonox.core.sky;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;

/**
 * What hides the sky around a place: how high it reaches, at some azimuths. Straight lines run
 * between its points, round the whole circle; without points it is the level horizon.
 *
 * @param points in the order of their azimuths, each azimuth once
 */
public record Skyline(List<Direction> points) {
  public static final Skyline LEVEL = new Skyline(List.of());

  /** Points that lie closer than this are one. */
  private static final double SAME_DEG = 1e-6;

  private static final int MOST_POINTS = 2000;

  private static final Pattern POINT =
      Pattern.compile("\\s*([+-]?\\d+(?:\\.\\d+)?)\\s*°?[\\s:/]+([+-]?\\d+(?:\\.\\d+)?)\\s*°?\\s*");

  public Skyline {
    InvalidInput.check("The count of the skyline's points", points.size(), 0, MOST_POINTS);
    List<Direction> sorted = new ArrayList<>(points);
    sorted.sort(Comparator.comparingDouble(Direction::azimuthDeg));
    for (int i = sorted.size() - 1; i > 0; i--) {
      if (sorted.get(i).azimuthDeg() - sorted.get(i - 1).azimuthDeg() < SAME_DEG) {
        sorted.remove(i - 1);
      }
    }
    points = List.copyOf(sorted);
  }

  /** How high it reaches at an azimuth, in degrees. */
  public double altitudeDeg(double azimuthDeg) {
    if (points.isEmpty()) {
      return 0;
    }
    double azimuth = Angle.positive(azimuthDeg);
    int after = 0;
    while (after < points.size() && points.get(after).azimuthDeg() < azimuth) {
      after++;
    }
    Direction b = points.get(after % points.size());
    Direction a = points.get((after + points.size() - 1) % points.size());
    double span = Angle.positive(b.azimuthDeg() - a.azimuthDeg());
    double share = span == 0 ? 0 : Angle.positive(azimuth - a.azimuthDeg()) / span;
    return a.altitudeDeg() + share * (b.altitudeDeg() - a.altitudeDeg());
  }

  /**
   * The same skyline with a stretch drawn anew: points of before between its ends are gone.
   *
   * @param stretch in the order it was drawn; never more than half the circle
   */
  public Skyline drawn(List<Direction> stretch) {
    if (stretch.isEmpty()) {
      return this;
    }
    double middle = stretch.get(stretch.size() / 2).azimuthDeg();
    double low = 0;
    double high = 0;
    for (Direction d : stretch) {
      double off = Angle.signed(d.azimuthDeg() - middle);
      low = Math.min(low, off);
      high = Math.max(high, off);
    }
    List<Direction> all = new ArrayList<>(stretch);
    for (Direction d : points) {
      double off = Angle.signed(d.azimuthDeg() - middle);
      if (off < low || off > high) {
        all.add(d);
      }
    }
    return new Skyline(all);
  }

  /**
   * Reads pairs of azimuth and altitude, such as {@code 340 4, 352 18, 5 4}; nothing is the level
   * horizon.
   *
   * @throws InvalidInput when a pair is not understood
   */
  public static Skyline parse(String text) {
    if (text.isBlank() || "level".equalsIgnoreCase(text.strip())) {
      return LEVEL;
    }
    List<Direction> points = new ArrayList<>();
    for (String pair : text.split("[,;]")) {
      Matcher matcher = POINT.matcher(pair);
      if (!matcher.matches()) {
        throw new InvalidInput(
            "\"%s\" is not a point of a skyline; type azimuth and altitude, like 340 4, 352 18, 5 4"
                .formatted(pair.strip()));
      }
      points.add(new Direction(Double.parseDouble(matcher.group(1)), altitude(matcher.group(2))));
    }
    return new Skyline(points);
  }

  private static double altitude(String digits) {
    return InvalidInput.check(
        "The altitude of a skyline's point in degrees", Double.parseDouble(digits), -30, 89);
  }

  /** As text that {@link #parse} reads. */
  public String text() {
    return points.isEmpty()
        ? "level"
        : points.stream()
            .map(p -> plain(p.azimuthDeg()) + " " + plain(p.altitudeDeg()))
            .collect(Collectors.joining(", "));
  }

  private static String plain(double degrees) {
    return String.format(Locale.ROOT, "%.1f", degrees).replaceAll("\\.0$", "");
  }
}
