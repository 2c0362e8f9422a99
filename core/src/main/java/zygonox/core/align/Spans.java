package zygonox.core.align;

import zygonox.core.raster.PixelLayout;

/**
 * The columns of each row that a moved frame covers. A place is covered while it maps into the
 * frame: four inequalities, each linear in x once multiplied by w, which is positive over the whole
 * picture for every map between frames of one lens. Where lens and air bend it, the ends are looked
 * for one by one.
 */
public final class Spans {
  private final int[] columns;

  /** How far from where the straight part ends a bent frame's edge is looked for, in pixels. */
  private static final int LOOKED_AT = 64;

  /**
   * @param layout of the frame, and of what is asked for
   */
  public Spans(Placement placement, PixelLayout layout) {
    this(placement, layout, layout);
  }

  /**
   * @param grid the columns and rows that are asked for
   * @param frame the picture that is moved
   */
  Spans(Placement placement, PixelLayout grid, PixelLayout frame) {
    columns = new int[2 * grid.height()];
    for (int y = 0; y < grid.height(); y++) {
      span(placement.back(), grid.width(), frame, y);
      if (placement.bends()) {
        bend(placement, grid.width(), frame, y);
      }
    }
  }

  /**
   * Moves both ends to where the bent frame's are; inside it is whole, for the bending is slight.
   */
  private void bend(Placement placement, int width, PixelLayout frame, int y) {
    int from = Math.max(0, columns[2 * y] - LOOKED_AT);
    int to = Math.min(width, columns[2 * y + 1] + LOOKED_AT);
    int middle = (from + to) / 2;
    columns[2 * y] = edge(placement, frame, y, from - 1, middle);
    columns[2 * y + 1] = edge(placement, frame, y, to, middle - 1) + 1;
  }

  /**
   * The column between one outside and one inside, which comes last itself, from which on a row is
   * in the frame: it enters it but once.
   */
  private static int edge(Placement placement, PixelLayout frame, int y, int outside, int inside) {
    int out = outside;
    int in = inside;
    while (Math.abs(in - out) > 1) {
      int tried = (out + in) >> 1;
      if (isIn(placement, frame, tried, y)) {
        in = tried;
      } else {
        out = tried;
      }
    }
    return in;
  }

  private static boolean isIn(Placement placement, PixelLayout frame, int x, int y) {
    double u = placement.backX(x, y);
    double v = placement.backY(x, y);
    return u >= 0 && v >= 0 && u <= frame.width() - 1 && v <= frame.height() - 1;
  }

  private void span(Homography back, int width, PixelLayout layout, int y) {
    double wx = back.get(6);
    double w0 = back.get(7) * y + back.get(8);
    double[] slopes = {
      back.get(0),
      back.get(3),
      (layout.width() - 1) * wx - back.get(0),
      (layout.height() - 1) * wx - back.get(3)
    };
    double[] starts = {
      back.get(1) * y + back.get(2),
      back.get(4) * y + back.get(5),
      (layout.width() - 1) * w0 - back.get(1) * y - back.get(2),
      (layout.height() - 1) * w0 - back.get(4) * y - back.get(5)
    };
    double low = 0;
    double high = width;
    for (int k = 0; k < slopes.length; k++) {
      if (Math.abs(slopes[k]) < 1e-12) {
        high = starts[k] < 0 ? 0 : high;
      } else if (slopes[k] > 0) {
        low = Math.max(low, Math.ceil(-starts[k] / slopes[k]));
      } else {
        high = Math.min(high, Math.floor(starts[k] / -slopes[k]) + 1);
      }
    }
    columns[2 * y] = (int) Math.min(low, width);
    columns[2 * y + 1] = (int) Math.max(columns[2 * y], high);
  }

  /** The first covered column of a row. */
  public int from(int row) {
    return columns[2 * row];
  }

  /** The column after the last; no more than the first where none is covered. */
  public int to(int row) {
    return columns[2 * row + 1];
  }
}
