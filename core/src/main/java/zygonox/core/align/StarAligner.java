package zygonox.core.align;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.measure.FoundStar;
import zygonox.core.measure.StarFinder;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workers;

/** Brings frames onto one of them by their stars. */
public final class StarAligner {
  /** Fewest stars two frames must have in common; common practice, no source. */
  public static final int FEWEST_STARS = 8;

  /** Stars used of each frame: enough to cover it, few enough to match fast. */
  private static final int MOST_STARS = 600;

  private final Optional<Path> wantedReference;

  /**
   * @param wantedReference the frame to bring the others onto; empty: chosen
   */
  public StarAligner(Optional<Path> wantedReference) {
    this.wantedReference = wantedReference;
  }

  /**
   * @param reference the frame the others lie on
   * @param frames those that can take part, in order, the reference among them
   * @param alignments how each of them lies on the reference
   * @param failures the others
   */
  public record Outcome(
      Frame reference, List<Frame> frames, List<Alignment> alignments, List<Unmatched> failures) {}

  /**
   * @param frames one or more, in order of time
   * @throws InvalidInput when the wanted reference is not among the frames
   */
  public Outcome align(List<Frame> frames, Progress progress, Cancellation cancellation) {
    List<List<FoundStar>> stars = findStars(frames, progress, cancellation);
    int reference = reference(frames, stars);
    StarMatcher matcher = new StarMatcher(stars.get(reference));
    Map<Integer, StarMatcher.Match> matches = new HashMap<>();
    matches.put(reference, new StarMatcher.Match(Homography.IDENTITY, 0, 0));
    // Outwards from the reference, each with its neighbour's map as the guess.
    for (int step : new int[] {1, -1}) {
      Homography guess = Homography.IDENTITY;
      for (int i = reference + step; i >= 0 && i < frames.size(); i += step) {
        cancellation.check();
        Optional<StarMatcher.Match> match = matcher.match(stars.get(i), guess);
        if (match.isPresent()) {
          matches.put(i, match.get());
          guess = match.get().map();
        }
      }
    }
    return outcome(frames, stars, reference, matches);
  }

  private static Outcome outcome(
      List<Frame> frames,
      List<List<FoundStar>> stars,
      int reference,
      Map<Integer, StarMatcher.Match> matches) {
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
        alignments.add(new Alignment(file, count, inliers, match.rmsPixels(), match.map()));
      }
    }
    return new Outcome(frames.get(reference), aligned, alignments, failures);
  }

  private static List<List<FoundStar>> findStars(
      List<Frame> frames, Progress progress, Cancellation cancellation) {
    List<List<FoundStar>> stars = new ArrayList<>();
    frames.forEach(f -> stars.add(List.of()));
    AtomicInteger done = new AtomicInteger();
    try (Workers workers = Workers.perCore()) {
      workers.forEach(
          frames.size(),
          (i, worker) -> {
            try (PixelSource source = FrameReader.open(frames.get(i))) {
              List<FoundStar> found = new StarFinder(MOST_STARS).find(source, cancellation);
              synchronized (stars) {
                stars.set(i, found);
              }
            } catch (UnreadableFrame e) {
              // Without stars it will be left out as unmatched; reading it again tells no more.
              cancellation.check();
            }
            progress.step(done.incrementAndGet(), frames.size());
          });
    }
    return stars;
  }

  private int reference(List<Frame> frames, List<List<FoundStar>> stars) {
    if (wantedReference.isPresent()) {
      return indexOf(frames, wantedReference.get());
    }
    int best = 0;
    double bestScore = -1;
    double middle = (frames.size() - 1) / 2.0;
    for (int i = 0; i < frames.size(); i++) {
      // Frames at the ends share the least sky with the rest.
      double away = middle == 0 ? 0 : Math.abs(i - middle) / middle;
      double score = stars.get(i).size() * (1 - 0.3 * away);
      if (score > bestScore) {
        bestScore = score;
        best = i;
      }
    }
    return best;
  }

  private static int indexOf(List<Frame> frames, Path wanted) {
    Path absolute = wanted.toAbsolutePath().normalize();
    for (int i = 0; i < frames.size(); i++) {
      if (frames.get(i).file().toAbsolutePath().normalize().equals(absolute)) {
        return i;
      }
    }
    throw new InvalidInput(
        "The reference " + wanted + " is not among the frames; name one of those to be blended");
  }
}
