package zygonox.core.rehearsal;

import zygonox.core.optics.Projection;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;

/**
 * The light of the empty sky over a frame, reckoned at every 32nd pixel and smooth between them: as
 * a multiple of the darkest sky overhead, how warm it is, and what the lens lets through.
 */
final class SkyLight {
  private static final int STEP = 32;

  /** How far the glow of dark air near the horizon leans to the red. */
  private static final double WARMTH = 0.3;

  private final int columns;
  private final float[] glow;
  private final float[] warmth;
  private final float[] falloff;

  SkyLight(Projection projection, SkyGlow sky, int width, int height) {
    columns = width / STEP + 2;
    int rows = height / STEP + 2;
    glow = new float[columns * rows];
    warmth = new float[columns * rows];
    falloff = new float[columns * rows];
    Vector axis = projection.towards((width - 1) / 2.0, (height - 1) / 2.0);
    double overhead = sky.darkCandelas(new Vector(0, 0, 1));
    for (int r = 0; r < rows; r++) {
      for (int c = 0; c < columns; c++) {
        Vector v = projection.towards(c * STEP, r * STEP);
        // Below the horizon it is what the water mirrors.
        Vector up = new Vector(v.x(), v.y(), Math.abs(v.z()));
        double total = sky.candelas(up);
        double dark = sky.darkCandelas(up);
        int i = r * columns + c;
        glow[i] = (float) (total / overhead);
        warmth[i] = (float) (WARMTH * (1 - overhead / dark) * dark / total);
        double cos = v.dot(axis);
        // A good lens loses some half of the cos^4 that a pinhole would.
        falloff[i] = (float) (cos * cos);
      }
    }
  }

  /** The light of one row. */
  final class Row {
    private final int above;
    private final float share;

    Row(int row) {
      above = row / STEP * columns;
      share = (float) (row % STEP) / STEP;
    }

    float glow(int x) {
      return at(glow, x);
    }

    float warmth(int x) {
      return at(warmth, x);
    }

    float falloff(int x) {
      return at(falloff, x);
    }

    private float at(float[] grid, int x) {
      int i = above + x / STEP;
      float t = (float) (x % STEP) / STEP;
      float top = grid[i] + t * (grid[i + 1] - grid[i]);
      float bottom = grid[i + columns] + t * (grid[i + columns + 1] - grid[i + columns]);
      return top + share * (bottom - top);
    }
  }
}
