package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame turned far, or scaled, onto the reference's pixels: resampled by the sixteen samples
 * around each place. Holds the whole frame while it is open.
 */
final class TurnedLight implements LightSource {
  private static final int TAPS = 4;
  private static final int STRIP_ROWS = 32;

  private final LightSource from;
  private final PixelLayout layout;
  private final Homography back;
  private final Spans spans;
  private float[] whole;

  TurnedLight(LightSource from, Homography onto) {
    this.from = from;
    this.layout = from.layout();
    this.back = onto.inverse();
    this.spans = new Spans(back, layout);
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return (long) Float.BYTES * layout.samples() + from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (whole == null) {
      readWhole();
    }
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    float[] across = new float[TAPS];
    float[] down = new float[TAPS];
    for (int y = 0; y < rows; y++) {
      int row = firstRow + y;
      for (int x = spans.from(row); x < spans.to(row); x++) {
        double u = back.x(x, row);
        double v = back.y(x, row);
        int column = (int) u;
        int line = (int) v;
        weights((float) (u - column), across);
        weights((float) (v - line), down);
        for (int c = 0; c < layout.channels(); c++) {
          into[y * layout.rowSamples() + c * layout.width() + x] =
              sample(column, line, c, across, down);
        }
      }
    }
  }

  private void readWhole() throws UnreadableFrame {
    whole = new float[layout.samples()];
    float[] strip = new float[STRIP_ROWS * layout.rowSamples()];
    for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
      int rows = Math.min(STRIP_ROWS, layout.height() - row);
      from.read(row, rows, strip);
      System.arraycopy(strip, 0, whole, row * layout.rowSamples(), rows * layout.rowSamples());
    }
    from.close();
  }

  /** As {@link Resampling}. */
  private static void weights(float t, float[] into) {
    into[0] = 0.5f * t * (-1 + t * (2 - t));
    into[1] = 1 + 0.5f * t * t * (3 * t - 5);
    into[2] = 0.5f * t * (1 + t * (4 - 3 * t));
    into[3] = 0.5f * t * t * (t - 1);
  }

  /** At the frame's edge the outermost pixels stand for what lies beyond. */
  private float sample(int column, int line, int channel, float[] across, float[] down) {
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

  @Override
  public int[] covered(int row) {
    return new int[] {spans.from(row), spans.to(row)};
  }

  @Override
  public void close() {
    whole = null;
    from.close();
  }
}
