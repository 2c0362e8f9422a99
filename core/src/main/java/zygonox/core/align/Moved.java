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
   * @param onto maps the frame's pixel coordinates onto the reference's
   */
  public static LightSource onto(LightSource from, Homography onto) {
    return MovedLight.canMove(onto, from.layout())
        ? new MovedLight(from, onto)
        : new TurnedLight(from, onto);
  }

  /**
   * The frame's samples as they fell onto a grid finer than the reference's.
   *
   * @param scale how many of its pixels one of the reference's is wide and high, 2 to 4
   */
  public static LightSource dropped(LightSource from, Homography onto, int scale) {
    return new DroppedLight(from, onto, scale);
  }

  /** A map onto the reference's pixels as one onto a grid so many times as fine. */
  public static Homography finer(Homography onto, int scale) {
    return scale == 1 ? onto : DroppedLight.scaled(onto, scale);
  }

  /**
   * A whole moved frame, encoded again as it was stored, with 16 bits.
   *
   * @param stored closed by the call
   */
  public static Raster picture(PixelSource stored, ToneCurve curve, Homography onto)
      throws UnreadableFrame {
    PixelLayout layout = stored.layout();
    float[] table = curve.light(layout.bits());
    ToneEncoder encoder = new ToneEncoder(curve, 16);
    Raster raster =
        Raster.blank(new PixelLayout(layout.width(), layout.height(), layout.channels(), 16));
    float[] light = new float[STRIP_ROWS * layout.rowSamples()];
    try (LightSource moved = onto(new CurvedLight(stored, layout.channels(), table), onto)) {
      for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
        int rows = Math.min(STRIP_ROWS, layout.height() - row);
        moved.read(row, rows, light);
        for (int line = 0; line < rows * layout.channels(); line++) {
          int into =
              (row + line / layout.channels()) * layout.rowSamples() + line % layout.channels();
          for (int x = 0; x < layout.width(); x++) {
            raster.samples()[into + x * layout.channels()] =
                (short) encoder.encode(light[line * layout.width() + x]);
          }
        }
      }
    }
    return raster;
  }
}
