package zygonox.core.raster;

/** A whole picture whose every sample is at hand. */
public sealed interface Samples permits Raster, ByteRaster {
  /** Room for a picture of this shape, in as little memory as it takes. */
  static Samples room(PixelLayout layout) {
    return layout.bits() == Byte.SIZE ? ByteRaster.blank(layout) : Raster.blank(layout);
  }

  /** Its shape. */
  PixelLayout layout();

  /** One sample, 0 to {@code layout.white()}. */
  int at(int x, int y, int channel);
}
