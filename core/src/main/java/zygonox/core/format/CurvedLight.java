package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/** The light behind stored samples, by their profile's curve. */
public final class CurvedLight implements LightSource {
  private final PixelSource from;
  private final PixelLayout layout;
  private final float[] light;
  private short[] samples = new short[0];

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
    from.close();
  }
}
