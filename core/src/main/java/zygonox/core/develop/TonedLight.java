package zygonox.core.develop;

import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/** A frame's light as a tone has it. */
public final class TonedLight extends LightStep {
  private static final ToneTable ENCODED = new ToneTable(ToneCurve.SRGB);

  /** Stops by which shadows are lifted in the dark and lights lowered at white, at the most. */
  private static final double MOST_STOPS = 1;

  private static final int STEPS = 1024;

  private final PixelLayout layout;
  private final float[] offsets;
  private final float[] gains;
  private final float[] curve;

  /**
   * @param offsets added to each channel first
   * @param tone black, exposure, lights and shadows
   * @param balance what each channel is multiplied by
   */
  public TonedLight(LightSource from, float[] offsets, Tone tone, float[] balance) {
    super(from);
    this.layout = from.layout();
    float scale = (float) (1 / (1 - tone.black()));
    float exposure = (float) Math.pow(2, tone.exposure());
    this.offsets = new float[layout.channels()];
    this.gains = new float[layout.channels()];
    for (int c = 0; c < layout.channels(); c++) {
      this.offsets[c] = offsets[c] - (float) tone.black();
      this.gains[c] = scale * exposure * balance[c];
    }
    this.curve = tone.highlights() == 0 && tone.shadows() == 0 ? new float[0] : curve(tone);
  }

  /** By how much light is multiplied where its brightest channel has an encoded value. */
  private static float[] curve(Tone tone) {
    float[] curve = new float[STEPS + 1];
    for (int i = 0; i <= STEPS; i++) {
      double e = (double) i / STEPS;
      double stops = MOST_STOPS * (tone.shadows() * Math.pow(1 - e, 4) + tone.highlights() * e * e);
      curve[i] = (float) Math.pow(2, stops);
    }
    return curve;
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    from.read(firstRow, rows, into);
    for (int y = 0; y < rows; y++) {
      for (int c = 0; c < layout.channels(); c++) {
        int at = (y * layout.channels() + c) * layout.width();
        scale(into, at, layout.width(), offsets[c], gains[c]);
      }
      if (curve.length > 0) {
        bend(into, y * layout.rowSamples());
      }
    }
  }

  private static void scale(float[] light, int at, int count, float offset, float gain) {
    for (int i = at; i < at + count; i++) {
      light[i] = (light[i] + offset) * gain;
    }
  }

  /** All channels alike, so that colours stay. */
  private void bend(float[] light, int at) {
    int width = layout.width();
    for (int x = 0; x < width; x++) {
      float most = light[at + x];
      for (int c = 1; c < layout.channels(); c++) {
        most = Math.max(most, light[at + c * width + x]);
      }
      float place = ENCODED.encode(Math.max(0, Math.min(1, most))) * STEPS;
      int i = Math.min(STEPS - 1, (int) place);
      float factor = curve[i] + (place - i) * (curve[i + 1] - curve[i]);
      for (int c = 0; c < layout.channels(); c++) {
        light[at + c * width + x] *= factor;
      }
    }
  }
}
