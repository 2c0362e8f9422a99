package zygonox.core.align;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/** Brings frames of one scene onto one of them: from the hand, from the air, after a knock. */
public final class SceneAligner {
  private final Optional<Path> wantedReference;
  private final SceneMatcher.Freedom freedom;

  private SceneAligner(Optional<Path> wantedReference, SceneMatcher.Freedom freedom) {
    this.wantedReference = wantedReference;
    this.freedom = freedom;
  }

  /**
   * For what may be shifted, turned and seen at an angle.
   *
   * @param wantedReference the frame to bring the others onto; empty: the sharpest
   */
  public static SceneAligner scene(Optional<Path> wantedReference) {
    return new SceneAligner(wantedReference, SceneMatcher.Freedom.PERSPECTIVE);
  }

  /** For what may only be shifted. */
  public static SceneAligner shift(Optional<Path> wantedReference) {
    return new SceneAligner(wantedReference, SceneMatcher.Freedom.SHIFT);
  }

  /**
   * @param frames one or more, of one size
   * @throws zygonox.core.quantity.InvalidInput when the wanted reference is not among the frames
   */
  public Aligned align(List<Frame> frames, Workroom room) {
    List<Aligned.Unread> unread = Collections.synchronizedList(new ArrayList<>());
    Map<Frame, Double> detail = new ConcurrentHashMap<>();
    Map<Frame, GreyLevels> kept = new ConcurrentHashMap<>();
    KnownScenes known = new KnownScenes(room.kept());
    long each = GreyLevels.heldBytes(frames.get(0).layout());
    long most = room.memory().bytes() / 2 / Math.max(1, each);
    try (DecodeMemory memory = new DecodeMemory()) {
      Workroom first = room.share(0, 0.5);
      AtomicInteger done = new AtomicInteger();
      try (Workers crew = room.crew(2 * each)) {
        crew.forEach(
            frames.size(),
            (i, worker) -> {
              room.cancellation().check();
              Frame frame = frames.get(i);
              OptionalDouble before = known.detail(frame.file());
              if (before.isPresent()) {
                detail.put(frame, before.getAsDouble());
              } else {
                try {
                  GreyLevels levels = levels(frame, memory, room.cancellation());
                  known.keep(frame.file(), levels.detail());
                  detail.put(frame, levels.detail());
                  if (kept.size() < most) {
                    kept.put(frame, levels);
                  }
                } catch (UnreadableFrame e) {
                  unread.add(new Aligned.Unread(frame, e.fault()));
                }
              }
              first.progress().step(done.incrementAndGet(), frames.size());
            });
      }
      List<Frame> read = frames.stream().filter(detail::containsKey).toList();
      if (read.isEmpty()) {
        throw new WorkFailed(
            Phrasebook.say("refused.none-of-the-frames-could", unread.get(0).frame().file()));
      }
      Frame reference = reference(read, detail);
      return matched(reference, read, kept, unread, memory, room);
    }
  }

  private Aligned matched(
      Frame reference,
      List<Frame> read,
      Map<Frame, GreyLevels> kept,
      List<Aligned.Unread> unread,
      DecodeMemory memory,
      Workroom room) {
    KnownScenes known = new KnownScenes(room.kept());
    Map<Frame, SceneMatcher.Match> matches = new ConcurrentHashMap<>();
    List<Frame> unknown = new ArrayList<>();
    for (Frame frame : read) {
      if (frame != reference) {
        Optional<Optional<SceneMatcher.Match>> before =
            known.match(reference.file(), frame.file(), freedom);
        before.ifPresentOrElse(
            b -> b.ifPresent(m -> matches.put(frame, m)), () -> unknown.add(frame));
      }
    }
    if (!unknown.isEmpty()) {
      match(reference, unknown, known, kept, matches, unread, memory, room.share(0.5, 1));
    }
    List<Frame> aligned = new ArrayList<>();
    List<Alignment> alignments = new ArrayList<>();
    List<Unmatched> failures = new ArrayList<>();
    for (Frame frame : read) {
      SceneMatcher.Match match = matches.get(frame);
      if (frame == reference) {
        aligned.add(frame);
        alignments.add(new Alignment(frame.file(), 0, 0, 0, 0, Placement.AS_IT_IS, List.of()));
      } else if (match != null) {
        aligned.add(frame);
        alignments.add(
            new Alignment(
                frame.file(),
                match.compared(),
                match.agreeing(),
                match.rmsPixels(),
                match.rmsPixels(),
                new Placement(match.map()),
                match.misses()));
      } else if (unread.stream().noneMatch(u -> u.frame() == frame)) {
        failures.add(new Unmatched(frame.file(), Unmatched.NO_STARS_LOOKED_FOR));
      }
    }
    return new Aligned(reference, List.of(), aligned, alignments, failures, List.copyOf(unread));
  }

  /** Matches the frames of which it is not known how they lie. */
  private void match(
      Frame reference,
      List<Frame> frames,
      KnownScenes known,
      Map<Frame, GreyLevels> kept,
      Map<Frame, SceneMatcher.Match> matches,
      List<Aligned.Unread> unread,
      DecodeMemory memory,
      Workroom room) {
    SceneMatcher matcher;
    try {
      matcher = new SceneMatcher(of(reference, kept, memory, room.cancellation()), freedom);
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.none-of-the-frames-could", e.file()), e);
    }
    AtomicInteger done = new AtomicInteger();
    try (Workers crew = room.crew(GreyLevels.heldBytes(reference.layout()))) {
      crew.forEach(
          frames.size(),
          (i, worker) -> {
            room.cancellation().check();
            Frame frame = frames.get(i);
            try {
              GreyLevels levels = of(frame, kept, memory, room.cancellation());
              Optional<SceneMatcher.Match> match = matcher.match(levels, room.cancellation());
              match.ifPresent(m -> matches.put(frame, m));
              known.keep(reference.file(), frame.file(), freedom, match);
            } catch (UnreadableFrame e) {
              unread.add(new Aligned.Unread(frame, e.fault()));
            }
            kept.remove(frame);
            room.progress().step(done.incrementAndGet(), frames.size());
          });
    }
  }

  private static GreyLevels of(
      Frame frame, Map<Frame, GreyLevels> kept, DecodeMemory memory, Cancellation cancellation)
      throws UnreadableFrame {
    GreyLevels known = kept.get(frame);
    return known == null ? levels(frame, memory, cancellation) : known;
  }

  private static GreyLevels levels(Frame frame, DecodeMemory memory, Cancellation cancellation)
      throws UnreadableFrame {
    try (PixelSource source = PictureReader.brightness(frame, memory)) {
      return GreyLevels.of(source, cancellation);
    }
  }

  private Frame reference(List<Frame> frames, Map<Frame, Double> detail) {
    if (wantedReference.isPresent()) {
      return frames.get(StarAligner.indexOf(frames, wantedReference.get()));
    }
    Frame best = frames.get(0);
    for (Frame frame : frames) {
      best = detail.get(frame) > detail.get(best) ? frame : best;
    }
    return best;
  }
}
