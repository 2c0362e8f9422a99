package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import zygonox.core.mend.FoundLine;
import zygonox.core.mend.Stray;
import zygonox.core.mend.TrailMender;

/**
 * What was put right in single frames.
 *
 * @param hotPixels how many pixels of each frame were taken from their neighbours
 * @param lines what crossed the frames, and what became of it
 * @param bridged frames after which the time to the next one was bridged
 * @param open pauses that could not be
 */
public record Mended(
    int hotPixels, List<FoundLine> lines, List<Path> bridged, List<TrailMender.Open> open) {
  public static final Mended NOTHING = new Mended(0, List.of(), List.of(), List.of());

  /** How many lines, or lights, were taken out. */
  public int removed(Stray stray) {
    return (int) lines.stream().filter(l -> l.stray() == stray && l.isOut()).count();
  }

  /** How many stayed: meteors, lights that nobody wanted out, and what somebody wanted. */
  public int kept(Stray stray) {
    return (int) lines.stream().filter(l -> l.stray() == stray).count() - removed(stray);
  }
}
