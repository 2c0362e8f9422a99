package zygonox.core.motion;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Which frames each picture of a clip shows.
 *
 * @param places for each picture a place among the frames: 3 is the fourth frame, 3.25 a quarter of
 *     the way from it to the next; they only ever go forwards
 */
public record Timeline(double[] places) {
  /** More pictures than anybody watches: an hour at 60 a second. */
  private static final int MOST = 216_000;

  /** Nearer to a frame than this is at it. */
  private static final double AT = 1e-6;

  /** Time from frame to frame that is so much of the usual is a gap. */
  private static final double GAP = 1.5;

  /**
   * And it is longer than usual by more than what is lost where times are told in whole seconds.
   */
  private static final double TOLD_SECONDS = 1.001;

  /** A picture for each of so many frames. */
  static Timeline plain(int frames) {
    double[] places = new double[frames];
    for (int i = 0; i < frames; i++) {
      places[i] = i;
    }
    return new Timeline(places);
  }

  /**
   * @param taken when each frame was taken, in order; without a time for all of them each follows
   *     the one before at once
   * @throws InvalidInput when it would have more pictures than anybody watches
   */
  public static Timeline of(List<Optional<Instant>> taken, Pace pace) {
    double[] times = times(taken, pace.gaps());
    double end = times[times.length - 1];
    // At a speed that changes evenly from one end to the other the mean is half way.
    double mean = (pace.first() + pace.last()) / 2;
    double count = Math.floor(end / mean + AT) + 1;
    if (count > MOST) {
      throw InvalidInput.about(
          pace.gaps() == Pace.Gaps.CUT ? "speed" : "gaps",
          Phrasebook.say("refused.clip-too-long", Math.round(count), MOST));
    }
    double[] places = new double[(int) count];
    double whole = Math.max(1, end / mean);
    for (int k = 0; k < places.length; k++) {
      double time = pace.first() * k + (pace.last() - pace.first()) * k * k / (2 * whole);
      double speed = pace.first() + (pace.last() - pace.first()) * k / whole;
      places[k] = place(times, Math.min(end, time), speed, pace.gaps());
    }
    return new Timeline(places);
  }

  /** Steps from frame to frame, where the usual one is 1. */
  private static double[] times(List<Optional<Instant>> taken, Pace.Gaps gaps) {
    double[] times = plain(taken.size()).places;
    if (gaps == Pace.Gaps.CUT) {
      return times;
    }
    int[] steps = steps(taken);
    for (int i = 1; i < times.length; i++) {
      times[i] = times[i - 1] + steps[i - 1];
    }
    return times;
  }

  /** How many times as long as usual it takes from each frame to the next, in whole numbers. */
  static int[] steps(List<Optional<Instant>> taken) {
    int[] steps = new int[Math.max(0, taken.size() - 1)];
    Arrays.fill(steps, 1);
    if (steps.length == 0 || taken.stream().anyMatch(Optional::isEmpty)) {
      return steps;
    }
    double[] seconds = new double[steps.length];
    for (int i = 0; i < seconds.length; i++) {
      Instant from = taken.get(i).orElseThrow();
      seconds[i] = Duration.between(from, taken.get(i + 1).orElseThrow()).toMillis() / 1e3;
    }
    double[] sorted = seconds.clone();
    Arrays.sort(sorted);
    double middle = sorted[sorted.length / 2];
    double usual = Arrays.stream(seconds).filter(t -> !isGap(t, middle)).average().orElse(middle);
    for (int i = 0; i < steps.length && usual > 0; i++) {
      steps[i] = isGap(seconds[i], middle) ? (int) Math.max(2, Math.round(seconds[i] / usual)) : 1;
    }
    return steps;
  }

  /** Cameras that tell whole seconds only are a second off. */
  private static boolean isGap(double seconds, double usual) {
    return seconds > GAP * usual && seconds - usual > TOLD_SECONDS;
  }

  /** Where frames are missing: the frame before, and how many. */
  public static List<Missing> missing(List<Optional<Instant>> taken) {
    List<Missing> missing = new ArrayList<>();
    int[] steps = steps(taken);
    for (int i = 0; i < steps.length; i++) {
      if (steps[i] > 1) {
        missing.add(new Missing(i, steps[i] - 1));
      }
    }
    return missing;
  }

  /**
   * A gap in the run.
   *
   * @param after the index of the frame before it
   * @param frames how many would have been taken meanwhile
   */
  public record Missing(int after, int frames) {}

  private static double place(double[] times, double time, double speed, Pace.Gaps gaps) {
    int found = Arrays.binarySearch(times, time);
    int before = found >= 0 ? found : Math.max(0, -found - 2);
    if (before >= times.length - 1) {
      return times.length - 1;
    }
    double step = times[before + 1] - times[before];
    double share = (time - times[before]) / step;
    if (share < AT) {
      return before;
    }
    if (share > 1 - AT) {
      return before + 1;
    }
    if (step > GAP) {
      return gaps == Pace.Gaps.KEPT ? before : before + share;
    }
    // Where it goes through frames faster than they were shot, stars stay single.
    return speed >= 1 ? Math.rint(before + share) : before + share;
  }

  /** How many pictures there are. */
  public int count() {
    return places.length;
  }

  /** The frame that a picture shows, or most of which it shows. */
  public int frame(int picture) {
    return (int) Math.rint(places[Math.max(0, Math.min(places.length - 1, picture))]);
  }

  /** The first picture that shows a frame or a later one. */
  public int picture(int frame) {
    for (int k = 0; k < places.length; k++) {
      if (Math.rint(places[k]) >= frame) {
        return k;
      }
    }
    return places.length - 1;
  }

  /**
   * A frame and how much of a picture it makes.
   *
   * @param frame its index
   * @param weight those of a picture add to 1
   */
  record Part(int frame, double weight) {}

  /** What a picture is mixed of, the earliest frame first. */
  List<Part> parts(int picture, int averaged, int frames) {
    double place = places[picture];
    if (averaged > 1) {
      int first = (int) Math.max(0, Math.ceil(place - (averaged - 1) / 2.0 - AT));
      int last = Math.min(frames - 1, first + averaged - 1);
      List<Part> parts = new ArrayList<>();
      for (int i = first; i <= last; i++) {
        parts.add(new Part(i, 1.0 / (last - first + 1)));
      }
      return parts;
    }
    int before = (int) Math.floor(place);
    double share = place - before;
    return share == 0
        ? List.of(new Part(before, 1))
        : List.of(new Part(before, 1 - share), new Part(before + 1, share));
  }
}
