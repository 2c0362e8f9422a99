package zygonox.core.align;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarFinder;
import zygonox.core.stars.StarList;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/** Brings frames onto one of them by their stars. */
public final class StarAligner {
  /** Fewest stars two frames must have in common; common practice, no source. */
  public static final int FEWEST_STARS = 8;

  /** Memory of one frame's matching: its stars, their triangles and the bending. */
  private static final long MATCHING_BYTES = 16L << 20;

  /** Share of its worth that a frame at either end loses; common practice, no source. */
  private static final double LESS_AT_THE_ENDS = 0.3;

  private final Optional<Path> wantedReference;
  private final Optional<SkyView> view;

  /**
   * @param wantedReference the frame to bring the others onto; empty: chosen
   */
  public StarAligner(Optional<Path> wantedReference) {
    this(wantedReference, Optional.empty());
  }

  /**
   * @param view where the camera looked, where that is known
   */
  public StarAligner(Optional<Path> wantedReference, Optional<SkyView> view) {
    this.wantedReference = wantedReference;
    this.view = view;
  }

  /**
   * @param given one or more frames, in order of time
   * @throws InvalidInput when the wanted reference is not among the frames
   */
  public Aligned align(List<Frame> given, Workroom room) {
    try (DecodeMemory memory = new DecodeMemory()) {
      return align(given, memory, room);
    }
  }

  /**
   * The same, for work that goes on with the frames.
   *
   * @param memory where they are decoded
   */
  public Aligned align(List<Frame> given, DecodeMemory memory, Workroom room) {
    Cancellation cancellation = room.cancellation();
    List<Aligned.Unread> unread = Collections.synchronizedList(new ArrayList<>());
    Map<Frame, List<FoundStar>> found = findStars(given, memory, room, unread);
    List<Frame> frames = given.stream().filter(found::containsKey).toList();
    if (frames.isEmpty()) {
      throw new WorkFailed(
          Phrasebook.say("refused.none-of-the-frames-could", unread.get(0).frame().file()));
    }
    List<List<FoundStar>> stars = frames.stream().map(found::get).toList();
    int reference = reference(frames, stars);
    StarMatcher matcher = new StarMatcher(stars.get(reference), frames.get(reference).layout());
    Map<Integer, StarMatcher.Match> matches = new ConcurrentHashMap<>();
    matches.put(reference, new StarMatcher.Match(Placement.AS_IT_IS, 0, 0, 0, List.of()));
    // Outwards from the reference, both ways at once, each guessed from those before it.
    try (Workers crew = room.crew(MATCHING_BYTES)) {
      crew.forEach(
          2,
          (way, worker) -> {
            int step = way == 0 ? 1 : -1;
            Guesses guesses = new Guesses(view, frames.get(reference));
            for (int i = reference + step; i >= 0 && i < frames.size(); i += step) {
              cancellation.check();
              Frame frame = frames.get(i);
              Optional<StarMatcher.Match> match = matcher.match(stars.get(i), guesses.of(frame));
              if (match.isPresent()) {
                matches.put(i, match.get());
                guesses.matched(frame, match.get().placement());
              }
            }
          });
    }
    return outcome(frames, stars, reference, matches, List.copyOf(unread));
  }

  private static Aligned outcome(
      List<Frame> frames,
      List<List<FoundStar>> stars,
      int reference,
      Map<Integer, StarMatcher.Match> matches,
      List<Aligned.Unread> unread) {
    List<Frame> aligned = new ArrayList<>();
    List<Alignment> alignments = new ArrayList<>();
    List<Unmatched> failures = new ArrayList<>();
    for (int i = 0; i < frames.size(); i++) {
      Path file = frames.get(i).file();
      StarMatcher.Match match = matches.get(i);
      int count = stars.get(i).size();
      if (match == null) {
        failures.add(new Unmatched(file, count));
      } else {
        aligned.add(frames.get(i));
        int inliers = i == reference ? count : match.inliers();
        alignments.add(
            new Alignment(
                file,
                count,
                inliers,
                match.straightRmsPixels(),
                match.rmsPixels(),
                match.placement(),
                match.misses()));
      }
    }
    return new Aligned(
        frames.get(reference), stars.get(reference), aligned, alignments, failures, unread);
  }

  private Map<Frame, List<FoundStar>> findStars(
      List<Frame> frames, DecodeMemory memory, Workroom room, List<Aligned.Unread> unread) {
    Map<Frame, List<FoundStar>> stars = new ConcurrentHashMap<>();
    StarList known = new StarList(room.kept());
    AtomicInteger done = new AtomicInteger();
    long each = frames.stream().mapToLong(StarFinder::heldBytes).max().orElseThrow();
    try (Workers crew = room.crew(each)) {
      crew.forEach(
          frames.size(),
          (i, worker) -> {
            Frame frame = frames.get(i);
            try {
              stars.put(frame, starsOf(frame, known, memory, room.cancellation()));
            } catch (UnreadableFrame e) {
              unread.add(new Aligned.Unread(frame, e.fault()));
            }
            room.progress().step(done.incrementAndGet(), frames.size());
          });
    }
    return stars;
  }

  private static List<FoundStar> starsOf(
      Frame frame, StarList known, DecodeMemory memory, Cancellation cancellation)
      throws UnreadableFrame {
    cancellation.check();
    Optional<List<FoundStar>> kept = known.of(frame.file());
    if (kept.isPresent()) {
      return kept.get();
    }
    try (PixelSource source = PictureReader.open(frame, memory)) {
      List<FoundStar> found = new StarFinder(StarList.MOST).find(source, cancellation);
      known.keep(frame.file(), found);
      return found;
    }
  }

  private int reference(List<Frame> frames, List<List<FoundStar>> stars) {
    if (wantedReference.isPresent()) {
      return indexOf(frames, wantedReference.get());
    }
    int best = 0;
    for (int i = 1; i < frames.size(); i++) {
      if (worth(stars.get(i).size(), i, frames.size())
          > worth(stars.get(best).size(), best, frames.size())) {
        best = i;
      }
    }
    return best;
  }

  /**
   * How good a reference a frame is: by its stars, and less towards the ends of the night, which
   * share the least sky with the rest.
   *
   * @param index the frame's place among {@code count} in order of time
   */
  public static double worth(int stars, int index, int count) {
    double middle = (count - 1) / 2.0;
    double away = middle == 0 ? 0 : Math.abs(index - middle) / middle;
    return stars * (1 - LESS_AT_THE_ENDS * away);
  }

  static int indexOf(List<Frame> frames, Path wanted) {
    Path absolute = wanted.toAbsolutePath().normalize();
    for (int i = 0; i < frames.size(); i++) {
      if (frames.get(i).file().toAbsolutePath().normalize().equals(absolute)) {
        return i;
      }
    }
    throw InvalidInput.about(
        "reference", Phrasebook.say("refused.the-reference-is-not-among", wanted));
  }
}
