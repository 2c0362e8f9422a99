package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/** The light behind stored samples, by their profile's curve. */
public final class CurvedLight implements LightSource {
  /** Pixels of three 8-bit samples that fill whole numbers. */
  private static final int PIXELS = 8;

  private static final int NUMBERS = 3;

  private final PixelSource from;
  private final PixelLayout layout;
  private final float[] light;
  private final boolean packs;
  private short[] samples = new short[0];
  private long[] packed = new long[0];

  /**
   * @param channels 1 or 3; a grey picture may be asked for three like channels
   * @param light the light of every sample value, shared by the frames of a piece of work; see
   *     {@link zygonox.core.raster.ToneCurve#light}
   */
  public CurvedLight(PixelSource from, int channels, float[] light) {
    this.from = from;
    this.light = light;
    this.layout =
        new PixelLayout(
            from.layout().width(), from.layout().height(), channels, from.layout().bits());
    this.packs =
        from.layout().channels() == 3
            && from.layout().bits() == 8
            && from.layout().width() % PIXELS == 0;
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return from.anyRowsCheaply();
  }

  @Override
  public long heldBytes() {
    return from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (packs) {
      readPacked(firstRow, rows, into);
      return;
    }
    int given = from.layout().rowSamples();
    if (samples.length < rows * given) {
      samples = new short[rows * given];
    }
    from.read(firstRow, rows, samples);
    int width = layout.width();
    for (int y = 0; y < rows; y++) {
      int row = y * layout.rowSamples();
      if (from.layout().channels() == 3) {
        colour(samples, y * given, into, row, width, light);
      } else {
        grey(samples, y * given, into, row, width, light);
        for (int c = 1; c < layout.channels(); c++) {
          System.arraycopy(into, row, into, row + c * width, width);
        }
      }
    }
  }

  private void readPacked(int firstRow, int rows, float[] into) throws UnreadableFrame {
    int width = layout.width();
    int numbers = width / PIXELS * NUMBERS;
    if (packed.length < rows * numbers) {
      packed = new long[rows * numbers];
    }
    from.readPacked(firstRow, rows, packed);
    for (int y = 0; y < rows; y++) {
      colour(packed, y * numbers, into, y * layout.rowSamples(), width, light);
    }
  }

  /** Eight pixels at a time: half the time of one after another. */
  private static void colour(
      long[] packed, int from, float[] into, int at, int width, float[] light) {
    int second = at + width;
    int third = second + width;
    for (int x = 0, i = from; x < width; x += PIXELS, i += NUMBERS) {
      long p = packed[i];
      into[at + x] = light[(int) p & 0xff];
      into[second + x] = light[(int) (p >>> 8) & 0xff];
      into[third + x] = light[(int) (p >>> 16) & 0xff];
      into[at + x + 1] = light[(int) (p >>> 24) & 0xff];
      into[second + x + 1] = light[(int) (p >>> 32) & 0xff];
      into[third + x + 1] = light[(int) (p >>> 40) & 0xff];
      into[at + x + 2] = light[(int) (p >>> 48) & 0xff];
      into[second + x + 2] = light[(int) (p >>> 56)];
      long q = packed[i + 1];
      into[third + x + 2] = light[(int) q & 0xff];
      into[at + x + 3] = light[(int) (q >>> 8) & 0xff];
      into[second + x + 3] = light[(int) (q >>> 16) & 0xff];
      into[third + x + 3] = light[(int) (q >>> 24) & 0xff];
      into[at + x + 4] = light[(int) (q >>> 32) & 0xff];
      into[second + x + 4] = light[(int) (q >>> 40) & 0xff];
      into[third + x + 4] = light[(int) (q >>> 48) & 0xff];
      into[at + x + 5] = light[(int) (q >>> 56)];
      long r = packed[i + 2];
      into[second + x + 5] = light[(int) r & 0xff];
      into[third + x + 5] = light[(int) (r >>> 8) & 0xff];
      into[at + x + 6] = light[(int) (r >>> 16) & 0xff];
      into[second + x + 6] = light[(int) (r >>> 24) & 0xff];
      into[third + x + 6] = light[(int) (r >>> 32) & 0xff];
      into[at + x + 7] = light[(int) (r >>> 40) & 0xff];
      into[second + x + 7] = light[(int) (r >>> 48) & 0xff];
      into[third + x + 7] = light[(int) (r >>> 56)];
    }
  }

  private static void colour(
      short[] samples, int from, float[] into, int at, int width, float[] light) {
    for (int x = 0, i = from; x < width; x++, i += 3) {
      into[at + x] = light[samples[i] & 0xffff];
      into[at + width + x] = light[samples[i + 1] & 0xffff];
      into[at + 2 * width + x] = light[samples[i + 2] & 0xffff];
    }
  }

  private static void grey(
      short[] samples, int from, float[] into, int at, int width, float[] light) {
    for (int x = 0; x < width; x++) {
      into[at + x] = light[samples[from + x] & 0xffff];
    }
  }

  @Override
  public int[] covered(int row) {
    return from.covered(row);
  }

  @Override
  public void close() {
    samples = new short[0];
    packed = new long[0];
    from.close();
  }
}
