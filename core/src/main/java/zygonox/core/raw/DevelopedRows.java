package zygonox.core.raw;

import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/** A raw picture developed row by row, into light of sRGB's primaries; for one thread at a time. */
public interface DevelopedRows {
  /** What black and white become in 16 bits. */
  float WHITE = 65_535;

  ToneTable CURVE = new ToneTable(ToneCurve.SRGB);

  /**
   * One row.
   *
   * @param into gets red, green and blue of each pixel; what is full gives white, what lies below
   *     black stays
   */
  void light(int y, float[] into);

  /** Turns light into samples of 16 bits in sRGB; what lies outside black and white is clipped. */
  static void encode(float[] light, int count, short[] into, int at) {
    for (int i = 0; i < count; i++) {
      into[at + i] = (short) (CURVE.encode(light[i]) * WHITE + 0.5f);
    }
  }
}
