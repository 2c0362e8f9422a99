package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.quantity.InvalidInput;

/**
 * What moves through a run, laid into the picture of the empty place, once for each frame that is
 * chosen.
 *
 * @param every of every so many frames, from the first one on
 * @param over which one is seen where two lie on each other
 * @param with these frames too
 * @param without these not
 */
public record Movement(int every, Over over, List<Path> with, List<Path> without) {
  /** Which of two is seen. */
  public enum Over {
    LATER,
    EARLIER,
    /** Whatever is brighter, and brighter than the place: spray, sparks, fireworks. */
    BRIGHTER
  }

  public Movement {
    InvalidInput.check("movement", "value.every", every, 1, 1_000_000);
    with = List.copyOf(with);
    without = List.copyOf(without);
  }

  /** Of every so many frames, the later over the earlier. */
  public static Movement of(int every) {
    return new Movement(every, Over.LATER, List.of(), List.of());
  }

  public Movement withEvery(int other) {
    return new Movement(other, over, with, without);
  }

  public Movement withOver(Over other) {
    return new Movement(every, other, with, without);
  }

  /** With one frame's subject laid in or left out, whatever its turn. */
  public Movement deciding(Path frame, boolean laidIn) {
    List<Path> in = new ArrayList<>(with);
    List<Path> out = new ArrayList<>(without);
    in.removeIf(f -> same(f, frame));
    out.removeIf(f -> same(f, frame));
    (laidIn ? in : out).add(frame);
    return new Movement(every, over, in, out);
  }

  /**
   * Whether a frame's subject is laid in.
   *
   * @param index of the frame among those that have one, from 0
   */
  public boolean takes(Path frame, int index) {
    if (with.stream().anyMatch(f -> same(f, frame))) {
      return true;
    }
    return index % every == 0 && without.stream().noneMatch(f -> same(f, frame));
  }

  private static boolean same(Path one, Path other) {
    return one.toAbsolutePath().normalize().equals(other.toAbsolutePath().normalize());
  }
}
