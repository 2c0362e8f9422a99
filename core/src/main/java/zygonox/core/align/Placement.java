package zygonox.core.align;

import java.util.List;
import zygonox.core.align.HomographyFit.Pair;

/**
 * How a frame lies on the reference's pixels: by a projective map, and by a bending where lens and
 * air ask for one.
 */
public final class Placement {
  /** The frame lies on the reference as it is. */
  public static final Placement AS_IT_IS = new Placement(Homography.IDENTITY);

  /** Going there and back, each time to a few parts in a hundred of the time before. */
  static final int ROUNDS = 3;

  private static final int STEP = 16;

  private final Homography straight;
  private final Homography back;
  private final Bend bend;

  public Placement(Homography straight) {
    this(straight, Bend.NONE);
  }

  Placement(Homography straight, Bend bend) {
    this.straight = straight;
    this.back = straight.inverse();
    this.bend = bend;
  }

  /** Its best straight part: maps the frame's pixel coordinates onto the reference's. */
  public Homography straight() {
    return straight;
  }

  /** Whether the straight part is not all. */
  public boolean bends() {
    return !bend.isNone();
  }

  /** Whether the frame need not be moved at all. */
  public boolean isAsItIs() {
    return !bends() && straight.equals(Homography.IDENTITY);
  }

  /** Column of the frame that lies at a place of the reference. */
  public double backX(double x, double y) {
    return back.x(x, y) + bend.x(x, y);
  }

  /** Row of the frame that lies at a place of the reference. */
  public double backY(double x, double y) {
    return back.y(x, y) + bend.y(x, y);
  }

  /**
   * Where a place of the frame lies on the reference. The bending is told by places of the
   * reference, so this one is found by going there and back; it is small and smooth.
   *
   * @return column and row
   */
  double[] onto(double x, double y) {
    double u = straight.x(x, y);
    double v = straight.y(x, y);
    for (int round = 0; round < ROUNDS && bends(); round++) {
      double fromX = x - bend.x(u, v);
      double fromY = y - bend.y(u, v);
      u = straight.x(fromX, fromY);
      v = straight.y(fromX, fromY);
    }
    return new double[] {u, v};
  }

  /** The straight part of the way back. */
  Homography back() {
    return back;
  }

  Bend bend() {
    return bend;
  }

  /**
   * Where a piece of the reference's row lies in the frame. The bending, which is smooth, is told
   * at every {@value #STEP}th column and goes straight in between.
   *
   * @param columns gets the frame's column of each place from {@code first} on, at index 0
   * @param lines gets its row
   */
  public void back(int row, int first, int end, double[] columns, double[] lines) {
    for (int x = first; x < end; x++) {
      columns[x - first] = back.x(x, row);
      lines[x - first] = back.y(x, row);
    }
    for (int from = first; from < end && bends(); from += STEP) {
      int to = Math.min(end, from + STEP);
      double dx = bend.x(from, row);
      double dy = bend.y(from, row);
      double byX = (bend.x(to, row) - dx) / (to - from);
      double byY = (bend.y(to, row) - dy) / (to - from);
      for (int x = from; x < to; x++) {
        columns[x - first] += dx + byX * (x - from);
        lines[x - first] += dy + byY * (x - from);
      }
    }
  }

  /**
   * Onto a grid finer, or coarser, than the reference's.
   *
   * @param scale how many of its pixels one of the reference's is wide and high
   */
  public Placement finer(double scale) {
    return scale == 1 ? this : new Placement(grid(scale).after(straight), bend.finer(scale));
  }

  /** From a frame at half its size onto the reference at half of its. */
  public Placement halved() {
    Homography half = grid(0.5);
    return new Placement(half.after(straight).after(half.inverse()), bend.halved());
  }

  /** Where a place lies on a grid so many times as fine. */
  private static Homography grid(double scale) {
    double off = (scale - 1) / 2;
    return new Homography(new double[] {scale, 0, off, 0, scale, off, 0, 0, 1});
  }

  /** How far a star lies off the reference's once the frame is moved. */
  Miss miss(Pair pair) {
    double x = pair.fromX() - bend.x(pair.toX(), pair.toY());
    double y = pair.fromY() - bend.y(pair.toX(), pair.toY());
    return new Miss(
        pair.toX(), pair.toY(), straight.x(x, y) - pair.toX(), straight.y(x, y) - pair.toY());
  }

  /** Root mean square of what {@link #miss} tells, in pixels; 0 of no pairs. */
  double rms(List<Pair> pairs) {
    double squares = 0;
    for (Pair pair : pairs) {
      Miss miss = miss(pair);
      squares += miss.dx() * miss.dx() + miss.dy() * miss.dy();
    }
    return pairs.isEmpty() ? 0 : Math.sqrt(squares / pairs.size());
  }
}
