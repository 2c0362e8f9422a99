package zygonox.core.recipe;

import java.nio.file.Path;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.HeadPositions;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Which frames take part.
 *
 * @param paths files and folders
 * @param run only the run of that number of what they hold; empty: all runs
 * @param position only what was taken at that position of a head that was turned between frames,
 *     counted from 1; empty: at all of them
 * @param kind only frames of that kind; empty: of any
 * @param from only those taken from then on
 * @param to only those taken until then
 * @param every only every so many of them, 1 for all
 * @param drop none of these
 */
public record Selection(
    List<Path> paths,
    OptionalInt run,
    OptionalInt position,
    Optional<FrameKind> kind,
    Optional<OffsetDateTime> from,
    Optional<OffsetDateTime> to,
    int every,
    List<Path> drop) {
  public Selection {
    paths = List.copyOf(paths);
    drop = List.copyOf(drop);
    InvalidInput.check("every", "value.every", every, 1, 1_000_000);
  }

  /** All frames of some files and folders. */
  public static Selection of(List<Path> paths) {
    return new Selection(
        paths,
        OptionalInt.empty(),
        OptionalInt.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        1,
        List.of());
  }

  public Selection withPaths(List<Path> other) {
    return new Selection(other, run, position, kind, from, to, every, drop);
  }

  public Selection withRun(OptionalInt other) {
    return new Selection(paths, other, position, kind, from, to, every, drop);
  }

  public Selection withPosition(OptionalInt other) {
    return new Selection(paths, run, other, kind, from, to, every, drop);
  }

  public Selection withKind(Optional<FrameKind> other) {
    return new Selection(paths, run, position, other, from, to, every, drop);
  }

  public Selection withFrom(Optional<OffsetDateTime> other) {
    return new Selection(paths, run, position, kind, other, to, every, drop);
  }

  public Selection withTo(Optional<OffsetDateTime> other) {
    return new Selection(paths, run, position, kind, from, other, every, drop);
  }

  public Selection withEvery(int other) {
    return new Selection(paths, run, position, kind, from, to, other, drop);
  }

  public Selection withDrop(List<Path> other) {
    return new Selection(paths, run, position, kind, from, to, every, other);
  }

  /**
   * Those of the frames found that take part, in order.
   *
   * @throws InvalidInput when there is no such run, position or kind, when a frame to be dropped is
   *     not among them, or when a frame without a time would have to be compared with one
   */
  public FrameSet choose(FrameSet found) {
    Set<Path> left =
        drop.stream().map(Selection::plain).collect(Collectors.toCollection(HashSet::new));
    Predicate<Frame> wanted = ofPosition(found, ofRun(found).and(ofKind(found)));
    List<Frame> kept = new ArrayList<>();
    int index = 0;
    for (Frame frame : found.frames()) {
      boolean dropped = left.remove(plain(frame.file()));
      if (!dropped && wanted.test(frame) && isInTime(found, frame) && index++ % every == 0) {
        kept.add(frame);
      }
    }
    if (!left.isEmpty()) {
      throw InvalidInput.about(
          "drop", Phrasebook.say("refused.drop-is-not-among-the", left.iterator().next()));
    }
    boolean all = kept.size() == found.frames().size();
    return all ? found : new FrameSet(kept, found.unreadable(), found.assumedOffset());
  }

  private Predicate<Frame> ofRun(FrameSet found) {
    if (run.isEmpty()) {
      return f -> true;
    }
    Set<Path> files =
        found.runs().stream()
            .filter(r -> r.number() == run.getAsInt())
            .flatMap(r -> r.frames().stream())
            .map(Frame::file)
            .collect(Collectors.toSet());
    if (files.isEmpty()) {
      throw InvalidInput.about(
          "run", Phrasebook.say("refused.no-such-run", run.getAsInt(), found.runs().size()));
    }
    return f -> files.contains(f.file());
  }

  /** How many positions of a head there are among those of a run and kind. */
  public int positions(FrameSet found) {
    return positions(found, ofRun(found).and(ofKind(found))).size();
  }

  private static List<List<Frame>> positions(FrameSet found, Predicate<Frame> among) {
    return HeadPositions.of(found.frames().stream().filter(among).toList(), found);
  }

  private Predicate<Frame> ofPosition(FrameSet found, Predicate<Frame> among) {
    if (position.isEmpty()) {
      return among;
    }
    List<List<Frame>> positions = positions(found, among);
    int wanted = position.getAsInt();
    if (wanted < 1 || wanted > positions.size()) {
      throw InvalidInput.about(
          "position", Phrasebook.say("refused.no-such-position", wanted, positions.size()));
    }
    Set<Path> files =
        positions.get(wanted - 1).stream().map(Frame::file).collect(Collectors.toSet());
    return f -> files.contains(f.file());
  }

  private Predicate<Frame> ofKind(FrameSet found) {
    if (kind.isEmpty()) {
      return f -> true;
    }
    Set<Path> files =
        found.runs().stream()
            .filter(r -> r.kind() == kind.get())
            .flatMap(r -> r.frames().stream())
            .map(Frame::file)
            .collect(Collectors.toSet());
    if (files.isEmpty()) {
      String kinds =
          found.runs().stream()
              .map(FrameRun::kind)
              .distinct()
              .map(Selection::term)
              .collect(Collectors.joining(", "));
      throw InvalidInput.about(
          "kind", Phrasebook.say("refused.no-such-kind", term(kind.get()), kinds));
    }
    return f -> files.contains(f.file());
  }

  private boolean isInTime(FrameSet found, Frame frame) {
    if (from.isEmpty() && to.isEmpty()) {
      return true;
    }
    Instant taken =
        found
            .takenAt(frame)
            .orElseThrow(
                () ->
                    new InvalidInput(
                        Phrasebook.say("refused.has-no-capture-time-so", frame.file())));
    return from.map(t -> !taken.isBefore(t.toInstant())).orElse(true)
        && to.map(t -> !taken.isAfter(t.toInstant())).orElse(true);
  }

  private static Path plain(Path path) {
    return path.toAbsolutePath().normalize();
  }

  /** As a kind is typed. */
  public static String term(FrameKind kind) {
    return kind.name().toLowerCase(Locale.ROOT);
  }
}
