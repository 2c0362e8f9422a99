package zygonox.core.mend;

import java.util.Optional;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** Rows of light, as it comes. */
final class LightWindow extends RowWindow {
  private final LightSource source;
  private final Optional<Standouts> standouts;
  private final float[] tells;
  private final float[] rows;
  private final float[] strip;
  private final float[] columns = new float[PIECE + TAPS];

  /** Rows alone: where light stands out in them is not asked for. */
  LightWindow(LightSource source, int reach) {
    this(source, reach, Optional.empty());
  }

  LightWindow(LightSource source, int reach, Optional<StillLight> still) {
    super(source.layout(), reach);
    this.source = source;
    this.standouts = still.map(s -> new Standouts(layout, held, s));
    this.tells = new float[layout.width()];
    this.rows = new float[held * layout.rowSamples()];
    this.strip = new float[STRIP_ROWS * layout.rowSamples()];
  }

  /** What one of them holds. */
  static long bytes(PixelLayout layout, int reach) {
    return (long) Float.BYTES * layout.rowSamples() * (held(layout, reach) + STRIP_ROWS);
  }

  @Override
  void read(int firstRow, int count) throws UnreadableFrame {
    source.read(firstRow, count, strip);
  }

  @Override
  void keep(int y, int row) {
    int from = y * layout.rowSamples();
    System.arraycopy(strip, from, rows, line[row], layout.rowSamples());
    if (standouts.isPresent()) {
      System.arraycopy(strip, from + telling(layout) * layout.width(), tells, 0, layout.width());
      standouts.get().mark(row, tells);
    }
  }

  @Override
  Standouts standouts() {
    return standouts.orElseThrow();
  }

  /** Copies a row that is held. */
  void copy(int row, float[] into, int at) {
    System.arraycopy(rows, line[row], into, at, layout.rowSamples());
  }

  @Override
  void copy(int channel, int row, int x, int count, float[] into) {
    System.arraycopy(rows, line[row] + channel * layout.width() + x, into, 0, count);
  }

  @Override
  void raise(int channel, int row, int x, int count, float[] some) {
    int from = line[row] + channel * layout.width() + x;
    for (int i = 0; i < count; i++) {
      some[i] = Math.max(some[i], rows[from + i]);
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
    float[] r = rows;
    int from = channel * layout.width() + x - 2;
    int r0 = line[y - 2] + from;
    int r1 = line[y - 1] + from;
    int r2 = line[y] + from;
    int r3 = line[y + 1] + from;
    int r4 = line[y + 2] + from;
    int r5 = line[y + 3] + from;
    for (int i = 0; i < count + TAPS - 1; i++) {
      columns[i] =
          (r[r0 + i] * d0 + r[r1 + i] * d1)
              + (r[r2 + i] * d2 + r[r3 + i] * d3)
              + (r[r4 + i] * d4 + r[r5 + i] * d5);
    }
    along(columns, across, count, into);
  }

  @Override
  void close() {
    source.close();
  }
}
