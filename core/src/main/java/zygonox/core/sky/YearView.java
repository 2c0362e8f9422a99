package zygonox.core.sky;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Almanac.Window;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workers;

/**
 * Which nights of a year are worth it. Sampled every ten minutes, with edges put between the
 * samples: within two minutes of the almanac's.
 */
public final class YearView {
  private static final int STEP_MINUTES = 10;
  private static final int MOST_NIGHTS = 800;

  /** A wish missed by this much is not met within the next step: the rest need not be asked. */
  private static final double FAR_DEG = 3;

  /** Pieces of a window in which a target has no more than one top. */
  private static final double PIECE_HOURS = 4;

  /** A target moves by less than a thousandth of a degree about its top in this time, in s. */
  private static final double TOP_SECONDS = 10;

  private YearView() {}

  /**
   * What is asked for.
   *
   * @param place where
   * @param zone whose clock the nights go by
   * @param skyline what hides the sky there
   * @param target what has to be up; empty for any dark sky
   * @param leastAltitudeDeg how high it has to be, 0 to 89
   * @param moonLimit share of the moon lit, 0 to 1, up to which it may be up as well
   */
  public record Wish(
      Place place,
      ZoneId zone,
      Skyline skyline,
      Optional<SkyBody> target,
      double leastAltitudeDeg,
      double moonLimit) {
    public Wish {
      InvalidInput.check("value.least-altitude-in-degrees", leastAltitudeDeg, 0, 89);
      InvalidInput.check("value.moon-limit", moonLimit, 0, 1);
    }
  }

  /**
   * A night.
   *
   * @param date the evening's date
   * @param darkHours how long everything wished for holds, in hours
   * @param longest the longest span of it; empty where darkHours is 0
   * @param highestDeg how high the target comes in that time; 0 without one
   * @param moonLit share of the moon lit at midnight
   */
  public record Prospect(
      LocalDate date,
      double darkHours,
      Optional<Window> longest,
      double highestDeg,
      double moonLit) {}

  /**
   * Looks at some nights in a row.
   *
   * @param first the first evening's date
   * @param nights how many, 1 to 800
   * @return in the order of their dates
   */
  public static List<Prospect> of(
      Wish wish, LocalDate first, int nights, Cancellation cancellation) {
    InvalidInput.check("value.count-of-nights", nights, 1, MOST_NIGHTS);
    Prospect[] prospects = new Prospect[nights];
    try (Workers workers = Workers.perCore()) {
      workers.forEach(
          nights,
          (i, worker) -> {
            cancellation.check();
            prospects[i] = prospect(wish, first.plusDays(i));
          });
    }
    return List.of(prospects);
  }

  /** The nights worth going out for: the longest first, earlier dates before later ones. */
  public static List<Prospect> ranked(List<Prospect> nights) {
    return nights.stream()
        .filter(n -> n.darkHours() > 0)
        .sorted(
            Comparator.comparingDouble(Prospect::darkHours)
                .reversed()
                .thenComparing(Prospect::date))
        .toList();
  }

  /**
   * How long a year's nights hold what is wished for, by month: the mean hours of its nights.
   *
   * @return twelve numbers, January first
   */
  public static double[] season(List<Prospect> nights) {
    return IntStream.rangeClosed(1, 12)
        .mapToDouble(
            month ->
                nights.stream()
                    .filter(n -> n.date().getMonthValue() == month)
                    .mapToDouble(Prospect::darkHours)
                    .average()
                    .orElse(0))
        .toArray();
  }

  private static Prospect prospect(Wish wish, LocalDate date) {
    Instant from = date.atTime(12, 0).atZone(wish.zone()).toInstant();
    Instant to = date.plusDays(1).atTime(12, 0).atZone(wish.zone()).toInstant();
    Instant midnight = date.plusDays(1).atStartOfDay(wish.zone()).toInstant();
    double lit = Moon.at(midnight).illuminatedFraction();
    boolean moonMatters = lit > wish.moonLimit();
    List<Window> windows = new ArrayList<>();
    double before = 0;
    Instant opened = null;
    for (Instant t = from; !t.isAfter(to); t = t.plusSeconds(60L * STEP_MINUTES)) {
      double margin = margin(wish, t, moonMatters);
      if (margin > 0 && opened == null) {
        opened = before <= 0 && t.isAfter(from) ? edge(t, before, margin) : t;
      } else if (margin <= 0 && opened != null) {
        windows.add(new Window(opened, edge(t, before, margin)));
        opened = null;
      }
      before = margin;
    }
    if (opened != null) {
      windows.add(new Window(opened, to));
    }
    double hours = windows.stream().mapToDouble(w -> w.length().toSeconds() / 3600.0).sum();
    double highest =
        wish.target().isEmpty()
            ? 0
            : windows.stream().mapToDouble(w -> highest(wish, w)).max().orElse(0);
    return new Prospect(
        date, hours, windows.stream().max(Comparator.comparing(Window::length)), highest, lit);
  }

  /**
   * How high the target comes in a window, in degrees. Within the pieces it climbs or sinks, or has
   * one top: that is where a search by thirds ends.
   */
  private static double highest(Wish wish, Window window) {
    double best = -90;
    double seconds = window.length().toMillis() / 1000.0;
    int pieces = (int) Math.ceil(seconds / (3600.0 * PIECE_HOURS));
    for (int i = 0; i < pieces; i++) {
      double low = seconds * i / pieces;
      double high = seconds * (i + 1) / pieces;
      while (high - low > TOP_SECONDS) {
        double a = low + (high - low) / 3;
        double b = high - (high - low) / 3;
        if (altitude(wish, after(window, a)) < altitude(wish, after(window, b))) {
          low = a;
        } else {
          high = b;
        }
      }
      best = Math.max(best, altitude(wish, after(window, (low + high) / 2)));
    }
    return best;
  }

  private static Instant after(Window window, double seconds) {
    return window.from().plusMillis(Math.round(seconds * 1000));
  }

  private static double altitude(Wish wish, Instant t) {
    return direction(wish, t).altitudeDeg();
  }

  /** Where a margin of degrees passed zero in the step that ends now. */
  private static Instant edge(Instant now, double before, double margin) {
    double back = margin / (margin - before) * STEP_MINUTES * 60_000;
    return now.minus(Duration.ofMillis(Math.round(back)));
  }

  /**
   * By how many degrees the tightest wish is met. Steps are short enough for a line between them:
   * nothing on the sky moves faster than 2.5 degrees in one.
   */
  private static double margin(Wish wish, Instant t, boolean moonMatters) {
    double margin = Twilight.ASTRONOMICAL.lowestDeg() - Sun.altitudeDeg(wish.place(), t);
    if (margin <= -FAR_DEG) {
      return margin;
    }
    if (wish.target().isPresent()) {
      Direction d = direction(wish, t);
      double least = Math.max(wish.leastAltitudeDeg(), wish.skyline().altitudeDeg(d.azimuthDeg()));
      margin = Math.min(margin, d.altitudeDeg() - least);
    }
    if (margin > -FAR_DEG && moonMatters) {
      margin = Math.min(margin, -Moon.from(wish.place(), t).heightOfLimbDeg());
    }
    return margin;
  }

  private static Direction direction(Wish wish, Instant t) {
    return wish.target().orElseThrow().at(wish.place(), t).direction();
  }
}
