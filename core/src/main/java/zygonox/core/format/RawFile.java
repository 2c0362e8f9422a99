package zygonox.core.format;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.DevelopedRows;
import zygonox.core.raw.Mosaic;
import zygonox.core.raw.MosaicStep;

/** A camera's raw file: what its sensor counted, and the light that becomes of it. */
interface RawFile {
  /** The shape of the developed picture, 16-bit RGB, before it is turned upright. */
  PixelLayout layout() throws UnreadableFrame;

  /** Whether colours are yet to be filled in, from two by two pixels that repeat. */
  boolean isMosaic() throws UnreadableFrame;

  /**
   * Decodes the counts; only where it {@link #isMosaic}.
   *
   * @return as they lie on the sensor, its dark border cut off
   */
  Mosaic mosaic() throws UnreadableFrame;

  /**
   * Decodes the picture, for its rows to be developed.
   *
   * @param step what is put right on the mosaic; nothing where there is none
   */
  DevelopedRows decode(MosaicStep step) throws UnreadableFrame;

  /** Memory that decoding takes at its peak, in bytes. */
  long heldBytes() throws UnreadableFrame;
}
