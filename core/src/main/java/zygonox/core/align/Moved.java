package zygonox.core.align;

import zygonox.core.format.CurvedLight;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;

/** Moves a frame's light onto the reference's pixels, once. */
public final class Moved {
  private static final int STRIP_ROWS = 32;

  private Moved() {}

  /**
   * @param placement of the frame on the reference's pixels
   */
  public static LightSource onto(LightSource from, Placement placement, Kernel kernel) {
    return MovedLight.canMove(placement, from.layout())
        ? new MovedLight(from, placement, kernel)
        : new TurnedLight(from, placement, kernel);
  }

  /**
   * The frame's samples as they fell onto a grid finer than the reference's.
   *
   * @param scale how many of its pixels one of the reference's is wide and high, 2 to 4
   */
  public static LightSource dropped(LightSource from, Placement placement, int scale) {
    return new DroppedLight(from, placement, scale);
  }

  /**
   * A whole moved frame, encoded again as it was stored, with 16 bits.
   *
   * @param stored closed by the call
   */
  public static Raster picture(PixelSource stored, ToneCurve curve, Placement placement)
      throws UnreadableFrame {
    PixelLayout layout = stored.layout();
    float[] table = curve.light(layout.bits());
    ToneEncoder encoder = new ToneEncoder(curve, 16);
    Raster raster =
        Raster.blank(new PixelLayout(layout.width(), layout.height(), layout.channels(), 16));
    LightSource light = new CurvedLight(stored, layout.channels(), table);
    float[] strip = new float[STRIP_ROWS * layout.rowSamples()];
    try (LightSource moved = onto(light, placement, Kernel.CUBIC)) {
      for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
        int rows = Math.min(STRIP_ROWS, layout.height() - row);
        moved.read(row, rows, strip);
        for (int line = 0; line < rows * layout.channels(); line++) {
          int into =
              (row + line / layout.channels()) * layout.rowSamples() + line % layout.channels();
          for (int x = 0; x < layout.width(); x++) {
            raster.samples()[into + x * layout.channels()] =
                (short) encoder.encode(strip[line * layout.width() + x]);
          }
        }
      }
    }
    return raster;
  }
}
