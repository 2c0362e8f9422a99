package zygonox.core.raster;

/**
 * From 8-bit samples to light and back.
 *
 * @param light of each of the samples there are
 */
public record SampleTone(float[] light, ToneEncoder encoder) {
  public static SampleTone of(ToneCurve curve) {
    return new SampleTone(curve.light(Byte.SIZE), new ToneEncoder(curve, Byte.SIZE));
  }
}
