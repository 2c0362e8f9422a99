package zygonox.core.frame;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.format.ReadFault;

/**
 * Frames in capture order, and the files beside them that could not be read.
 *
 * @param frames by capture time, then by name; frames without a time follow by name
 * @param unreadable what was found or named and cannot be used
 * @param assumedOffset how clocks without an offset are read: as the others of the set, else UTC
 * @param runs the frames in runs of like settings, by the time of their first frames
 */
public record FrameSet(
    List<Frame> frames,
    List<Unreadable> unreadable,
    ZoneOffset assumedOffset,
    List<FrameRun> runs) {
  /** No frames at all. */
  public static final FrameSet NONE = of(List.of(), List.of());

  /**
   * @param file the file
   * @param fault why it cannot be used
   * @param named whether it was named itself and not found in a folder
   */
  public record Unreadable(Path file, ReadFault fault, boolean named) {}

  /**
   * Closed time beyond the run's usual.
   *
   * @param after the last frame before it
   * @param seconds how much longer than usual the shutter stayed closed
   */
  public record Gap(Frame after, double seconds) {}

  /** Excess closed time that counts as a gap, in seconds; common practice, no source. */
  private static final double GAP_SECONDS = 1;

  public FrameSet {
    frames = List.copyOf(frames);
    unreadable = List.copyOf(unreadable);
    runs = List.copyOf(runs);
  }

  /**
   * Frames that are in order already, their runs as their settings tell.
   *
   * @param frames in capture order
   */
  public FrameSet(List<Frame> frames, List<Unreadable> unreadable, ZoneOffset assumedOffset) {
    this(frames, unreadable, assumedOffset, KindGuess.of(runs(frames), assumedOffset));
  }

  /** Puts frames in order. */
  static FrameSet of(List<Frame> found, List<Unreadable> unreadable) {
    ZoneOffset assumed = commonOffset(found);
    List<Frame> ordered = new ArrayList<>(found);
    ordered.sort(
        Comparator.comparing(
                (Frame f) -> f.info().capturedAt().map(t -> t.instant(assumed)).orElse(Instant.MAX))
            .thenComparing(f -> f.file().getFileName().toString(), NaturalOrder.INSTANCE)
            .thenComparing(f -> f.file().toString(), NaturalOrder.INSTANCE));
    return new FrameSet(ordered, unreadable, assumed);
  }

  private static ZoneOffset commonOffset(List<Frame> frames) {
    return frames.stream()
        .flatMap(f -> f.info().capturedAt().flatMap(CaptureTime::offset).stream())
        .collect(Collectors.groupingBy(o -> o, Collectors.counting()))
        .entrySet()
        .stream()
        .max(
            Map.Entry.<ZoneOffset, Long>comparingByValue()
                .thenComparing(e -> e.getKey().getTotalSeconds()))
        .map(Map.Entry::getKey)
        .orElse(ZoneOffset.UTC);
  }

  /** When a frame was taken. */
  public Optional<Instant> takenAt(Frame frame) {
    return frame.info().capturedAt().map(t -> t.instant(assumedOffset));
  }

  /** The same frames, one of the runs now said to be of a kind. */
  public FrameSet withKind(FrameRun run, FrameKind kind, KindReason reason) {
    return new FrameSet(
        frames,
        unreadable,
        assumedOffset,
        runs.stream().map(r -> r == run ? r.withKind(kind, reason) : r).toList());
  }

  /**
   * The same frames with a run's clock put right: its frames were taken so much later than they
   * say. Nothing is written to them.
   */
  public FrameSet shifted(FrameRun run, Duration by) {
    Set<Path> files = run.frames().stream().map(Frame::file).collect(Collectors.toSet());
    List<Frame> moved =
        frames.stream().map(f -> files.contains(f.file()) ? f.takenLater(by) : f).toList();
    FrameSet ordered = of(moved, unreadable);
    return new FrameSet(ordered.frames, unreadable, ordered.assumedOffset);
  }

  /** What tells one camera's frames, of one sort, from others' that were taken meanwhile. */
  private record Stream(Optional<String> camera, Optional<String> serial, PictureFormat format) {
    static Stream of(Frame frame) {
      return new Stream(frame.info().camera(), frame.info().serial(), frame.format());
    }
  }

  /**
   * A run ends where a camera's settings change, or what its files' names say they are; what
   * another camera did meanwhile does not end it.
   */
  private static List<List<Frame>> runs(List<Frame> frames) {
    List<List<Frame>> runs = new ArrayList<>();
    Map<Stream, List<Frame>> open = new HashMap<>();
    for (Frame frame : frames) {
      List<Frame> run = open.get(Stream.of(frame));
      if (run == null || !likeSettings(run.get(0), frame) || !namedAlike(run.get(0), frame)) {
        run = new ArrayList<>();
        runs.add(run);
        open.put(Stream.of(frame), run);
      }
      run.add(frame);
    }
    return runs;
  }

  /** Darks are taken with the settings of the frames before them; their names tell them apart. */
  private static boolean namedAlike(Frame a, Frame b) {
    return KindGuess.named(a.file()).equals(KindGuess.named(b.file()));
  }

  private static boolean likeSettings(Frame a, Frame b) {
    FrameInfo x = a.info();
    FrameInfo y = b.info();
    return a.layout().equals(b.layout())
        && alike(x.exposureSeconds(), y.exposureSeconds())
        && alike(x.aperture(), y.aperture())
        && alike(x.iso(), y.iso())
        && alike(x.focalMm(), y.focalMm());
  }

  private static boolean alike(OptionalDouble a, OptionalDouble b) {
    if (a.isEmpty() || b.isEmpty()) {
      return a.isEmpty() == b.isEmpty();
    }
    return Math.abs(a.getAsDouble() - b.getAsDouble()) <= 1e-3 * Math.abs(a.getAsDouble());
  }

  /** Places inside runs where the shutter stayed closed longer than is usual in that run. */
  public List<Gap> gaps() {
    List<Gap> gaps = new ArrayList<>();
    for (FrameRun run : runs) {
      List<Gap> closed = closedTimes(run);
      if (closed.size() < 2) {
        continue;
      }
      double[] seconds = closed.stream().mapToDouble(Gap::seconds).sorted().toArray();
      double usual = seconds[(seconds.length - 1) / 2];
      for (Gap gap : closed) {
        if (gap.seconds() - usual > GAP_SECONDS) {
          gaps.add(new Gap(gap.after(), gap.seconds() - usual));
        }
      }
    }
    return gaps;
  }

  private List<Gap> closedTimes(FrameRun run) {
    List<Gap> closed = new ArrayList<>();
    for (int i = 1; i < run.frames().size(); i++) {
      Frame before = run.frames().get(i - 1);
      Optional<Instant> opened = takenAt(before);
      Optional<Instant> next = takenAt(run.frames().get(i));
      if (opened.isPresent() && next.isPresent()) {
        double startToStart = Duration.between(opened.get(), next.get()).toNanos() / 1e9;
        closed.add(new Gap(before, startToStart - before.info().exposureSeconds().orElse(0)));
      }
    }
    return closed;
  }
}
