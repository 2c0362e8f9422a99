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
import zygonox.core.quantity.Phrasebook;

/**
 * What hides the sky around a place: how high it reaches, at some azimuths. Straight lines run
 * between its points, round the whole circle; without points it is the level horizon.
 *
 * @param points in the order of their azimuths, each azimuth once
 */
public record Skyline(List<Direction> points) {
  public static final Skyline LEVEL = new Skyline(List.of());

  /** Points that lie closer than this are one: they read alike. */
  private static final double SAME_DEG = 0.1;

  private static final int MOST_POINTS = 2000;

  private static final Pattern POINT =
      Pattern.compile("\\s*([+-]?\\d+(?:\\.\\d+)?)\\s*°?[\\s:/]+([+-]?\\d+(?:\\.\\d+)?)\\s*°?\\s*");

  public Skyline {
    InvalidInput.check("value.count-of-the-skyline-s", points.size(), 0, MOST_POINTS);
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
    return with(withoutGoingBack(stretch));
  }

  /** Where the pen went back over what it had drawn, the later stroke holds. */
  private static List<Direction> withoutGoingBack(List<Direction> stretch) {
    List<Direction> kept = new ArrayList<>();
    for (Direction d : stretch) {
      while (kept.size() > 1 && goesBack(kept, d)) {
        kept.remove(kept.size() - 1);
      }
      kept.add(d);
    }
    return kept;
  }

  private static boolean goesBack(List<Direction> kept, Direction next) {
    double last = kept.get(kept.size() - 1).azimuthDeg();
    double way = Angle.signed(last - kept.get(kept.size() - 2).azimuthDeg());
    return way * Angle.signed(next.azimuthDeg() - last) <= 0;
  }

  private Skyline with(List<Direction> stretch) {
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
        throw new InvalidInput(Phrasebook.say("refused.is-not-a-point-of", pair.strip()));
      }
      points.add(new Direction(Double.parseDouble(matcher.group(1)), altitude(matcher.group(2))));
    }
    checkOnceRound(points);
    return new Skyline(points);
  }

  /** Refuses points that turn back: what lay between them would be lost. */
  private static void checkOnceRound(List<Direction> points) {
    List<Integer> forwards = new ArrayList<>();
    List<Integer> backwards = new ArrayList<>();
    for (int i = 0; i < points.size(); i++) {
      double step = step(points, i);
      if (points.size() > 1 && Math.abs(Angle.signed(step)) < SAME_DEG) {
        throw fallsBack(points.get(i));
      }
      (step > 0 ? forwards : backwards).add(i);
    }
    List<Integer> against =
        new ArrayList<>(forwards.size() < backwards.size() ? forwards : backwards);
    if (against.size() > 1) {
      if (forwards.size() == backwards.size()) {
        against.addAll(forwards);
      }
      // The step that goes back is short; the one that passes north is long.
      against.sort(Comparator.comparingDouble(i -> Math.abs(step(points, i))));
      throw fallsBack(points.get((against.get(0) + 1) % points.size()));
    }
  }

  private static double step(List<Direction> points, int i) {
    return points.get((i + 1) % points.size()).azimuthDeg() - points.get(i).azimuthDeg();
  }

  private static InvalidInput fallsBack(Direction at) {
    return new InvalidInput(
        Phrasebook.say("refused.the-skyline-falls-back-on", plain(at.azimuthDeg())));
  }

  private static double altitude(String digits) {
    return InvalidInput.check("value.altitude-of-a-skyline-s", Double.parseDouble(digits), -30, 89);
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
