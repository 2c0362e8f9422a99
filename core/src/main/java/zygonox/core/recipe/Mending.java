package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.measure.Streak;
import zygonox.core.mend.ChosenLine;
import zygonox.core.mend.Stray;

/**
 * What is put right in single frames.
 *
 * @param removesStreaks whether lines of aeroplanes and satellites are taken out
 * @param bridgesGaps lighten of unmoved frames: whether trails are carried on over the time in
 *     which the shutter was closed
 * @param lines what was decided about single lines and lights; of those about the same the last
 *     counts
 */
public record Mending(boolean removesStreaks, boolean bridgesGaps, List<ChosenLine> lines) {
  public static final Mending NONE = new Mending(false, false, List.of());

  public Mending {
    lines = List.copyOf(lines);
  }

  public Mending withStreaks(boolean removes) {
    return new Mending(removes, bridgesGaps, removes ? lines : List.of());
  }

  public Mending withGaps(boolean bridges) {
    return new Mending(removesStreaks, bridges, lines);
  }

  public Mending withLines(List<ChosenLine> other) {
    return new Mending(removesStreaks, bridgesGaps, other);
  }

  /**
   * With one line or light decided about.
   *
   * @param out whether it is taken out; empty to leave it to its looks again
   */
  public Mending deciding(Stray stray, Path frame, Streak line, Optional<Boolean> out) {
    List<ChosenLine> others = new ArrayList<>(lines);
    others.removeIf(c -> c.means(stray, frame, line));
    out.ifPresent(o -> others.add(new ChosenLine(stray, frame, line, o)));
    return withLines(others);
  }

  /** How many lines, or lights, somebody wants out, or wants to stay. */
  public int decided(Stray stray, boolean out) {
    return (int) lines.stream().filter(c -> c.stray() == stray && c.out() == out).count();
  }
}
