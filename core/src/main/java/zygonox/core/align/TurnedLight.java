package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame turned far, or scaled, onto the reference's pixels: resampled by the sixteen samples
 * around each place.
 */
final class TurnedLight extends WholeLight {
  private static final int TAPS = 4;

  private final PixelLayout layout;
  private final Placement placement;
  private final float[] some = new float[TAPS];
  private final float[] inRows = new float[TAPS];

  TurnedLight(LightSource from, Placement placement) {
    super(from, from.layout(), new Spans(placement, from.layout()));
    this.layout = from.layout();
    this.placement = placement;
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    float[] whole = whole();
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    float[] across = new float[TAPS];
    float[] down = new float[TAPS];
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
        int column = (int) u;
        int line = (int) v;
        weights((float) (u - column), across);
        weights((float) (v - line), down);
        for (int c = 0; c < layout.channels(); c++) {
          into[y * layout.rowSamples() + c * layout.width() + x] =
              sample(whole, column, line, c, across, down);
        }
      }
    }
  }

  /** As {@link Resampling}. */
  private static void weights(float t, float[] into) {
    into[0] = 0.5f * t * (-1 + t * (2 - t));
    into[1] = 1 + 0.5f * t * t * (3 * t - 5);
    into[2] = 0.5f * t * (1 + t * (4 - 3 * t));
    into[3] = 0.5f * t * t * (t - 1);
  }

  /** At the frame's edge the outermost pixels stand for what lies beyond. */
  private float sample(
      float[] whole, int column, int line, int channel, float[] across, float[] down) {
    for (int j = 0; j < TAPS; j++) {
      int y = Math.max(0, Math.min(layout.height() - 1, line - 1 + j));
      int row = y * layout.rowSamples() + channel * layout.width();
      for (int k = 0; k < TAPS; k++) {
        some[k] = whole[row + Math.max(0, Math.min(layout.width() - 1, column - 1 + k))];
      }
      inRows[j] = mixed(some, across);
    }
    return mixed(inRows, down);
  }

  private static float mixed(float[] s, float[] w) {
    float mixed = s[0] * w[0] + s[1] * w[1] + s[2] * w[2] + s[3] * w[3];
    return Math.max(mixed, Resampling.least(s[0], s[1], s[2], s[3]));
  }
}
