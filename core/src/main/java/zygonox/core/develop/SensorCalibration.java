package zygonox.core.develop;

import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.SensorStep;
import zygonox.core.raster.SampleTone;
import zygonox.core.raw.Mosaic;
import zygonox.core.raw.MosaicStep;

/** The masters of one camera, and what they do to each of its frames. */
final class SensorCalibration implements SensorStep {
  private final float[] dark;
  private final float[] flat;
  private final HotSpots hot;
  private final int rowSamples;

  /**
   * @param dark light without light, or empty
   * @param flat what each sample is multiplied by, or empty
   */
  SensorCalibration(float[] dark, float[] flat, HotSpots hot, int rowSamples) {
    this.dark = dark;
    this.flat = flat;
    this.hot = hot;
    this.rowSamples = rowSamples;
  }

  HotSpots hot() {
    return hot;
  }

  @Override
  public MosaicStep mosaic() {
    return new MosaicStep() {
      @Override
      public void repair(Mosaic mosaic) {
        hot.repair(mosaic);
      }

      @Override
      public void row(int y, float[] light, int from) {
        apply(light, from, y * rowSamples, rowSamples);
      }
    };
  }

  @Override
  public LightSource light(LightSource stored) {
    return new CalibratedLight(stored, this);
  }

  @Override
  public PixelSource samples(PixelSource stored, SampleTone tone) {
    if (dark.length > 0 || flat.length > 0) {
      throw new IllegalStateException("not for masters of darks and flats");
    }
    return hot.isEmpty() ? stored : new RepairedSamples(stored, hot, tone);
  }

  void rows(int firstRow, int rows, float[] light) {
    apply(light, 0, firstRow * rowSamples, rows * rowSamples);
  }

  /** What is full stays full: nothing is known of the light beyond. */
  private void apply(float[] light, int from, int at, int count) {
    if (dark.length == 0 && flat.length == 0) {
      return;
    }
    for (int i = 0; i < count; i++) {
      float value = light[from + i];
      float put = dark.length == 0 ? value : value - dark[at + i];
      put = flat.length == 0 ? put : put * flat[at + i];
      light[from + i] = value >= 1 ? Math.max(1, put) : put;
    }
  }
}
