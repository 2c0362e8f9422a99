package zygonox.core.mend;

import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * Rows of 8-bit samples, a quarter of what their light takes: they become light where it is asked.
 */
final class SampleWindow extends RowWindow {
  private static final int BYTE = 0xff;

  private final PixelSource source;
  private final Standouts standouts;
  private final float[] light;
  private final int channels;
  private final byte[] rows;
  private final byte[] strip;
  private final float[] columns = new float[PIECE + TAPS];

  /**
   * @param light of each of the samples there are
   * @param standouts of all its rows
   */
  SampleWindow(PixelSource source, float[] light, int reach, Standouts standouts) {
    super(source.layout(), reach);
    this.source = source;
    this.standouts = standouts;
    this.light = light;
    this.channels = layout.channels();
    this.rows = new byte[held * layout.rowSamples()];
    this.strip = new byte[STRIP_ROWS * layout.rowSamples()];
  }

  /** What one of them holds. */
  static long bytes(PixelLayout layout, int reach) {
    return (long) layout.rowSamples() * (held(layout, reach) + STRIP_ROWS);
  }

  @Override
  void read(int firstRow, int count) throws UnreadableFrame {
    source.readBytes(firstRow, count, strip);
  }

  @Override
  void keep(int y, int row) {
    System.arraycopy(strip, y * layout.rowSamples(), rows, line[row], layout.rowSamples());
  }

  @Override
  Standouts standouts() {
    return standouts;
  }

  /** Where light stands out in a whole frame. */
  static Standouts standouts(PixelSource source, float[] light, StillLight still)
      throws UnreadableFrame {
    PixelLayout layout = source.layout();
    Standouts standouts = new Standouts(layout, layout.height(), still);
    byte[] strip = new byte[STRIP_ROWS * layout.rowSamples()];
    float[] row = new float[layout.width()];
    int channels = layout.channels();
    for (int top = 0; top < layout.height(); top += STRIP_ROWS) {
      int rows = Math.min(STRIP_ROWS, layout.height() - top);
      source.readBytes(top, rows, strip);
      for (int y = 0; y < rows; y++) {
        int at = y * layout.rowSamples() + telling(layout);
        for (int x = 0; x < row.length; x++, at += channels) {
          row[x] = light[strip[at] & BYTE];
        }
        standouts.mark(top + y, row);
      }
    }
    return standouts;
  }

  /** Copies a row that is held. */
  void copy(int row, byte[] into, int at) {
    System.arraycopy(rows, line[row], into, at, layout.rowSamples());
  }

  @Override
  void copy(int channel, int row, int x, int count, float[] into) {
    int from = line[row] + x * channels + channel;
    for (int i = 0; i < count; i++) {
      into[i] = light[rows[from + i * channels] & BYTE];
    }
  }

  @Override
  void raise(int channel, int row, int x, int count, float[] some) {
    int from = line[row] + x * channels + channel;
    for (int i = 0; i < count; i++) {
      float own = light[rows[from + i * channels] & BYTE];
      some[i] = own > some[i] ? own : some[i];
    }
  }

  @Override
  void sample(int channel, int x, int y, float[] across, float[] down, int count, float[] into) {
    float d0 = down[0];
    float d1 = down[1];
    float d2 = down[2];
    float d3 = down[3];
    float d4 = down[4];
    float d5 = down[5];
    byte[] r = rows;
    float[] l = light;
    int from = (x - 2) * channels + channel;
    int r0 = line[y - 2] + from;
    int r1 = line[y - 1] + from;
    int r2 = line[y] + from;
    int r3 = line[y + 1] + from;
    int r4 = line[y + 2] + from;
    int r5 = line[y + 3] + from;
    for (int i = 0, k = 0; i < count + TAPS - 1; i++, k += channels) {
      columns[i] =
          (l[r[r0 + k] & BYTE] * d0 + l[r[r1 + k] & BYTE] * d1)
              + (l[r[r2 + k] & BYTE] * d2 + l[r[r3 + k] & BYTE] * d3)
              + (l[r[r4 + k] & BYTE] * d4 + l[r[r5 + k] & BYTE] * d5);
    }
    along(columns, across, count, into);
  }

  @Override
  void close() {
    source.close();
  }
}
