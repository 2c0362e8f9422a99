package zygonox.core.align;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.frame.Frame;

/**
 * Where the next frame may lie, told by those that were matched before it and by how the sky moves:
 * at the pace it had between the last two of them, as it turns where the camera looks, or not at
 * all, as over a mount that follows it.
 */
final class Guesses {
  /** A pace is not carried on for longer: what it is off by grows. */
  private static final double LONGEST_SECONDS = 4 * 3600;

  private final Optional<SkyView> view;
  private Frame last;
  private Homography onto;
  private Flow perSecond;

  /**
   * @param reference the first that is matched, by itself
   */
  Guesses(Optional<SkyView> view, Frame reference) {
    this.view = view;
    this.last = reference;
    this.onto = Homography.IDENTITY;
  }

  /** Takes note of a frame that was matched. */
  void matched(Frame frame, Placement placement) {
    Homography own = placement.straight();
    // Where what the frame before shows lies in this one.
    Homography moved = own.inverse().after(onto);
    double seconds = seconds(last, frame);
    if (seconds != 0 && Flow.canTell(moved)) {
      perSecond = Flow.of(moved).faster(1 / seconds);
    }
    last = frame;
    onto = own;
  }

  /** Where a frame may lie on the reference, the likeliest first. */
  List<Placement> of(Frame frame) {
    List<Placement> guesses = new ArrayList<>();
    double seconds = seconds(frame, last);
    if (seconds != 0 && Math.abs(seconds) < LONGEST_SECONDS && perSecond != null) {
      add(perSecond.over(seconds), guesses);
    }
    if (seconds != 0) {
      view.flatMap(v -> v.carried(last.layout(), seconds)).ifPresent(m -> add(m, guesses));
    }
    add(Homography.IDENTITY, guesses);
    return guesses;
  }

  private void add(Homography toLast, List<Placement> guesses) {
    guesses.add(new Placement(onto.after(toLast)));
  }

  /** Seconds from one frame to another; 0 where one of them does not say when it was taken. */
  private static double seconds(Frame from, Frame to) {
    Optional<Instant> before = taken(from);
    Optional<Instant> after = taken(to);
    return before.isEmpty() || after.isEmpty()
        ? 0
        : Duration.between(before.get(), after.get()).toMillis() / 1000.0;
  }

  private static Optional<Instant> taken(Frame frame) {
    return frame.info().capturedAt().map(t -> t.instant(ZoneOffset.UTC));
  }
}
