package zygonox.core.raster;

/**
 * A whole picture of 8-bit samples in memory: half of what a {@link Raster} takes, and read as fast
 * as it was decoded.
 *
 * @param layout its shape, 8 bits a sample
 * @param samples {@code layout.samples()} unsigned values; shared, not copied
 */
public record ByteRaster(PixelLayout layout, byte[] samples) implements Samples {
  public ByteRaster {
    if (layout.bits() != Byte.SIZE || samples.length < layout.samples()) {
      throw new IllegalArgumentException(samples.length + " bytes given for " + layout);
    }
  }

  public static ByteRaster blank(PixelLayout layout) {
    return new ByteRaster(layout, new byte[layout.samples()]);
  }

  @Override
  public int at(int x, int y, int channel) {
    return samples[(y * layout.width() + x) * layout.channels() + channel] & 0xff;
  }
}
