package zygonox.core.recipe;

import java.util.List;
import zygonox.core.develop.FrameMask;
import zygonox.core.mend.SkylineFinder;
import zygonox.core.mend.SkylineFinder.SkyPoint;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;

/** The sky of a picture of frames that lie as they were taken. */
final class FoundSky {
  private FoundSky() {}

  /**
   * Finds it.
   *
   * @param still the picture, stored by the curve
   * @param stars places that are sky for certain
   */
  static FrameMask in(Raster still, ToneCurve curve, List<SkyPoint> stars) {
    PixelLayout layout = still.layout();
    float[] table = curve.light(layout.bits());
    SkylineFinder.Rows rows =
        (y, light) -> {
          for (int x = 0; x < layout.width(); x++) {
            for (int c = 0; c < layout.channels(); c++) {
              light[c * layout.width() + x] = table[still.at(x, y, c)];
            }
          }
        };
    return new SkylineFinder(layout, rows).sky(stars);
  }
}
