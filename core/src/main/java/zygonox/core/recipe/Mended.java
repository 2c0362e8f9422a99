package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import zygonox.core.mend.FoundLine;
import zygonox.core.mend.Stray;
import zygonox.core.mend.Subject;
import zygonox.core.mend.TrailMender;

/**
 * What was put right in single frames.
 *
 * @param hotPixels how many pixels of each frame were taken from their neighbours
 * @param lines what crossed the frames, and what became of it
 * @param bridged frames after which the time to the next one was bridged
 * @param open pauses that could not be
 * @param subjects what moves in which frames
 * @param streakyCloud how much of the picture, 0 to 1, shows drifting cloud that lighten made
 *     streaky; empty where none is, or nobody looked
 */
public record Mended(
    int hotPixels,
    List<FoundLine> lines,
    List<Path> bridged,
    List<TrailMender.Open> open,
    List<Subject> subjects,
    OptionalDouble streakyCloud) {
  public static final Mended NOTHING = of(List.of());

  /** Lines and lights alone. */
  public static Mended of(List<FoundLine> lines) {
    return new Mended(0, lines, List.of(), List.of(), List.of(), OptionalDouble.empty());
  }

  Mended withSubjects(List<Subject> found) {
    return new Mended(hotPixels, lines, bridged, open, found, streakyCloud);
  }

  /** How many of those that move are in the result. */
  public int laidIn() {
    return (int) subjects.stream().filter(Subject::laidIn).count();
  }

  /** How many lines, or lights, were taken out. */
  public int removed(Stray stray) {
    return (int) lines.stream().filter(l -> l.stray() == stray && l.isOut()).count();
  }

  /** How many stayed: meteors, lights that nobody wanted out, and what somebody wanted. */
  public int kept(Stray stray) {
    return (int) lines.stream().filter(l -> l.stray() == stray).count() - removed(stray);
  }
}
