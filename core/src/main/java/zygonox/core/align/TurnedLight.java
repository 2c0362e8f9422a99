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
  private final Homography back;

  TurnedLight(LightSource from, Homography onto) {
    super(from, from.layout(), new Spans(onto.inverse(), from.layout()));
    this.layout = from.layout();
    this.back = onto.inverse();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    float[] whole = whole();
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    float[] across = new float[TAPS];
    float[] down = new float[TAPS];
    for (int y = 0; y < rows; y++) {
      int row = firstRow + y;
      int end = covered(row)[1];
      for (int x = covered(row)[0]; x < end; x++) {
        double u = back.x(x, row);
        double v = back.y(x, row);
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
    float sum = 0;
    for (int j = 0; j < TAPS; j++) {
      int y = Math.max(0, Math.min(layout.height() - 1, line - 1 + j));
      int row = y * layout.rowSamples() + channel * layout.width();
      float inRow = 0;
      for (int k = 0; k < TAPS; k++) {
        int x = Math.max(0, Math.min(layout.width() - 1, column - 1 + k));
        inRow += across[k] * whole[row + x];
      }
      sum += down[j] * inRow;
    }
    return sum;
  }
}
