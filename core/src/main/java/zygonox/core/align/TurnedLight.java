package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame turned far, or scaled, onto the reference's pixels: resampled by the samples around each
 * place.
 */
final class TurnedLight extends WholeLight {
  /** Between two pixels: what a place is off by is nowhere seen. */
  private static final int STEPS = 4096;

  private final PixelLayout layout;
  private final Placement placement;
  private final float[][] weights;
  private final int taps;

  /** How many samples lie before the first of the middle two. */
  private final int before;

  private final float[] some;
  private final float[] inRows;

  TurnedLight(LightSource from, Placement placement, Kernel kernel) {
    super(from, from.layout(), new Spans(placement, from.layout()));
    this.layout = from.layout();
    this.placement = placement;
    this.weights = kernel.table(STEPS);
    this.taps = kernel.taps();
    this.before = taps / 2 - 1;
    this.some = new float[taps];
    this.inRows = new float[taps];
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    float[] whole = whole();
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    double[] columns = new double[layout.width()];
    double[] lines = new double[layout.width()];
    for (int y = 0; y < rows; y++) {
      int row = firstRow + y;
      int first = covered(row)[0];
      int end = covered(row)[1];
      placement.back(row, first, end, columns, lines);
      for (int x = first; x < end; x++) {
        double u = columns[x - first];
        double v = lines[x - first];
        int column = (int) Math.floor(u);
        int line = (int) Math.floor(v);
        float[] across = weights[(int) ((u - column) * STEPS + 0.5)];
        float[] down = weights[(int) ((v - line) * STEPS + 0.5)];
        for (int c = 0; c < layout.channels(); c++) {
          into[y * layout.rowSamples() + c * layout.width() + x] =
              sample(whole, column, line, c, across, down);
        }
      }
    }
  }

  /** At the frame's edge the outermost pixels stand for what lies beyond. */
  private float sample(
      float[] whole, int column, int line, int channel, float[] across, float[] down) {
    for (int j = 0; j < taps; j++) {
      int y = Math.max(0, Math.min(layout.height() - 1, line - before + j));
      int row = y * layout.rowSamples() + channel * layout.width();
      for (int k = 0; k < taps; k++) {
        some[k] = whole[row + Math.max(0, Math.min(layout.width() - 1, column - before + k))];
      }
      inRows[j] = mixed(some, across);
    }
    return mixed(inRows, down);
  }

  private float mixed(float[] s, float[] w) {
    float mixed = 0;
    for (int k = 0; k < taps; k++) {
      mixed += s[k] * w[k];
    }
    int first = before - 1;
    return Math.max(mixed, Resampling.least(s[first], s[first + 1], s[first + 2], s[first + 3]));
  }
}
