package zygonox.core.raster;

/**
 * A whole picture in memory.
 *
 * @param layout its shape
 * @param samples {@code layout.samples()} unsigned values in the low bits of each element (8-bit
 *     pictures use 0 to 255); shared, not copied
 */
public record Raster(PixelLayout layout, short[] samples) implements Samples {
  public Raster {
    if (samples.length < layout.samples()) {
      throw new IllegalArgumentException(
          samples.length + " samples given, " + layout.samples() + " needed for " + layout);
    }
  }

  public static Raster blank(PixelLayout layout) {
    return new Raster(layout, new short[layout.samples()]);
  }

  @Override
  public int at(int x, int y, int channel) {
    return samples[(y * layout.width() + x) * layout.channels() + channel] & 0xffff;
  }
}
