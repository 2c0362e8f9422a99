package zygonox.core.align;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workroom;

/**
 * How the sky moves over a camera that stands still, told by the stars of its frames: it turns
 * about the pole at one pace all night, so that the run as a whole says where a star is at any
 * moment, also between frames and in one whose own stars are hidden.
 */
public final class SkyMotion {
  /** Pairs of frames so far apart tell the pace: far enough to be exact, near enough to match. */
  private static final int APART = 6;

  /** What a pair of frames may differ from the run before its camera is taken to have moved, px. */
  private static final double STEADY_PIXELS = 1.5;

  private static final double STEADY_SHARE = 0.15;

  /** Of a long run the stars of one frame in so many are looked for, as long as they agree. */
  private static final int STRIDE = 6;

  /** A camera that writes whole seconds is so far off, at the most, from one frame to another. */
  private static final double ROUNDED_SECONDS = 1;

  private final Map<Path, Homography> onto;
  private final Map<Path, Double> seconds;
  private final PixelLayout layout;
  private final Flow perSecond;

  private SkyMotion(
      Map<Path, Homography> onto, Map<Path, Double> seconds, PixelLayout layout, Flow perSecond) {
    this.onto = onto;
    this.seconds = seconds;
    this.layout = layout;
    this.perSecond = perSecond;
  }

  /**
   * Looks for the stars of some frames of a run: how the sky turned from one of these to the next
   * tells where those between them lie. Where one shows no stars, where the two do not agree with
   * the run's pace, for the camera moved, or where those between did not follow evenly, their own
   * stars are looked for.
   *
   * @param frames of one camera that stood still, in order of time
   * @param seconds when each of them was taken
   * @return empty where too few of them could be aligned
   */
  public static Optional<SkyMotion> find(
      StarAligner aligner, List<Frame> frames, ToDoubleFunction<Frame> seconds, Workroom room) {
    SortedSet<Integer> wanted = new TreeSet<>();
    for (int i = 0; i < frames.size(); i += frames.size() > 2 * STRIDE ? STRIDE : 1) {
      wanted.add(i);
    }
    wanted.add(frames.size() - 1);
    Optional<SkyMotion> motion = of(aligner, wanted, frames, seconds, room.share(0, 0.5));
    SortedSet<Integer> more = new TreeSet<>(wanted);
    int before = 0;
    for (int next : wanted) {
      List<Frame> stretch = frames.subList(before, next + 1);
      if (!motion.map(m -> m.isEven(stretch)).orElse(false)) {
        IntStream.range(before, next).forEach(more::add);
      }
      before = next;
    }
    if (more.size() > wanted.size()) {
      motion = of(aligner, more, frames, seconds, room.share(0.5, 1));
    }
    motion.ifPresent(m -> m.fillIn(frames, more));
    return motion;
  }

  private static Optional<SkyMotion> of(
      StarAligner aligner,
      SortedSet<Integer> wanted,
      List<Frame> frames,
      ToDoubleFunction<Frame> seconds,
      Workroom room) {
    return of(aligner.align(wanted.stream().map(frames::get).toList(), room), frames, seconds);
  }

  /** Whether over a stretch of frames the camera stood still and one followed the other evenly. */
  private boolean isEven(List<Frame> stretch) {
    Frame first = stretch.get(0);
    Frame last = stretch.get(stretch.size() - 1);
    if (!onto.containsKey(first.file()) || !onto.containsKey(last.file())) {
      return false;
    }
    double time = seconds(first, last);
    for (int i = 1; i + 1 < stretch.size(); i++) {
      double even = i * time / (stretch.size() - 1);
      if (Math.abs(seconds(first, stretch.get(i)) - even) > ROUNDED_SECONDS) {
        return false;
      }
    }
    Homography turn = own(first.file(), last.file());
    return Flow.canTell(turn)
        && farthest(turn, perSecond.over(time))
            <= STEADY_PIXELS + ROUNDED_SECONDS * pixelsPerSecond();
  }

  /** Frames whose stars were not looked for lie evenly between those whose were. */
  private void fillIn(List<Frame> frames, SortedSet<Integer> looked) {
    int before = looked.first();
    for (int next : looked) {
      int steps = next - before;
      if (steps > 1 && isEven(frames.subList(before, next + 1))) {
        Path first = frames.get(before).file();
        Homography turn = own(first, frames.get(next).file());
        for (int i = 1; i < steps; i++) {
          Homography back = turn.power(-(double) i / steps);
          onto.put(frames.get(before + i).file(), onto.get(first).after(back));
        }
      }
      before = next;
    }
  }

  /**
   * @param aligned frames of a camera that stood still, brought onto each other by their stars
   * @param all all frames of the run, aligned or not
   * @param seconds when each of them was taken
   * @return empty where too few of them could be aligned
   */
  public static Optional<SkyMotion> of(
      Aligned aligned, List<Frame> all, ToDoubleFunction<Frame> seconds) {
    Map<Path, Double> times = new HashMap<>();
    all.forEach(f -> times.put(f.file(), seconds.applyAsDouble(f)));
    List<Alignment> alignments = aligned.alignments();
    Map<Path, Homography> onto = new HashMap<>();
    alignments.forEach(a -> onto.put(a.file(), a.matrix()));
    int apart = Math.max(1, Math.min(APART, alignments.size() / 3));
    List<Flow> flows = new ArrayList<>();
    for (int i = 0; i + apart < alignments.size(); i++) {
      Alignment first = alignments.get(i);
      Alignment second = alignments.get(i + apart);
      double time = times.get(second.file()) - times.get(first.file());
      Homography map = second.matrix().inverse().after(first.matrix());
      if (time > 0 && Flow.canTell(map)) {
        flows.add(Flow.of(map).faster(1 / time));
      }
    }
    if (flows.isEmpty()) {
      return Optional.empty();
    }
    SkyMotion motion = new SkyMotion(onto, times, all.get(0).layout(), Flow.middle(flows));
    motion.forgetMismatched(alignments.stream().map(Alignment::file).toList());
    return Optional.of(motion);
  }

  /**
   * A frame that agrees with neither the one before nor the one after it, while those two agree,
   * was matched wrongly, as long arcs may be: the camera did not move there and back.
   */
  private void forgetMismatched(List<Path> order) {
    List<Path> wrong = new ArrayList<>();
    for (int i = 1; i + 1 < order.size(); i++) {
      Path before = order.get(i - 1);
      Path own = order.get(i);
      Path after = order.get(i + 1);
      boolean alone = !agree(before, own) && !agree(own, after);
      if (alone && agree(before, after)) {
        wrong.add(own);
      }
    }
    wrong.forEach(onto::remove);
  }

  private boolean agree(Path from, Path to) {
    return agrees(own(from, to), perSecond.over(seconds.get(to) - seconds.get(from)));
  }

  private Homography own(Path from, Path to) {
    return onto.get(to).inverse().after(onto.get(from));
  }

  private boolean agrees(Homography own, Homography usual) {
    double far = farthest(usual, Homography.IDENTITY);
    return farthest(own, usual) <= STEADY_PIXELS + STEADY_SHARE * far;
  }

  /** Seconds between the times of two frames. */
  public double seconds(Frame from, Frame to) {
    return seconds.get(to.file()) - seconds.get(from.file());
  }

  /**
   * Where the sky of one frame lies in another: by the two frames' own stars where they agree with
   * the run's pace, else by that.
   *
   * @return empty where the camera has moved between the two
   */
  public Optional<Homography> between(Frame from, Frame to) {
    Homography usual = perSecond.over(seconds(from, to));
    if (!onto.containsKey(from.file()) || !onto.containsKey(to.file())) {
      return Optional.of(usual);
    }
    Homography own = own(from.file(), to.file());
    return agrees(own, usual) ? Optional.of(own) : Optional.empty();
  }

  /** How far the sky moves in a second where it moves fastest, in pixels. */
  public double pixelsPerSecond() {
    return farthest(perSecond.over(1), Homography.IDENTITY);
  }

  private double farthest(Homography one, Homography other) {
    double most = 0;
    for (int row = 0; row <= 2; row++) {
      for (int column = 0; column <= 2; column++) {
        double x = column / 2.0 * (layout.width() - 1);
        double y = row / 2.0 * (layout.height() - 1);
        most = Math.max(most, Math.hypot(one.x(x, y) - other.x(x, y), one.y(x, y) - other.y(x, y)));
      }
    }
    return most;
  }
}
