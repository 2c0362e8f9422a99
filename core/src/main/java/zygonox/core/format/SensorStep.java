package zygonox.core.format;

import zygonox.core.raster.SampleTone;
import zygonox.core.raw.MosaicStep;

/**
 * What is done to a frame where its samples lie on the sensor, before it is turned upright:
 * calibration.
 */
public interface SensorStep {
  /** Nothing. */
  SensorStep NONE =
      new SensorStep() {
        @Override
        public MosaicStep mosaic() {
          return MosaicStep.NONE;
        }

        @Override
        public LightSource light(LightSource stored) {
          return stored;
        }

        @Override
        public PixelSource samples(PixelSource stored, SampleTone tone) {
          return stored;
        }
      };

  /** For a mosaic: before its colours are filled in. */
  MosaicStep mosaic();

  /** For a picture whose colours are there. */
  LightSource light(LightSource stored);

  /**
   * The same for 8-bit samples, of a step that repairs some of them and leaves the others as they
   * are.
   */
  PixelSource samples(PixelSource stored, SampleTone tone);
}
