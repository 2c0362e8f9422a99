package zygonox.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.color.ColorSpace;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SrgbTest {
  @Test
  void theCurveIsTheJavaRuntimes() {
    ColorSpace linear = ColorSpace.getInstance(ColorSpace.CS_LINEAR_RGB);
    for (float v : new float[] {0.05f, 0.2f, 0.5f, 0.8f, 1}) {
      float[] rgb = linear.toRGB(new float[] {v, v, v});
      assertThat(Srgb.toEncoded(v)).isCloseTo(rgb[0], within(0.004));
    }
  }

  @Test
  void theCurveMeetsThePublishedValues() {
    // IEC 61966-2-1: the knee, and middle grey of 18 % at 118 of 255 (from memory).
    assertThat(Srgb.toEncoded(0.0031308)).isCloseTo(0.04045, within(1e-5));
    assertThat(Math.round(255 * Srgb.toEncoded(0.18))).isEqualTo(118);
    assertThat(Srgb.toLight(1)).isEqualTo(1);
  }

  @ParameterizedTest
  @ValueSource(ints = {8, 16})
  void everySampleComesBackFromItsLight(int bits) {
    int white = (1 << bits) - 1;
    for (ToneCurve curve : List.of(ToneCurve.SRGB, ToneCurve.LINEAR, ToneCurve.power(2.2))) {
      ToneEncoder encoder = new ToneEncoder(curve, bits);
      for (int v = 0; v <= white; v++) {
        double light = curve.toLight((double) v / white);
        assertThat(encoder.encode(light)).isEqualTo(v);
        assertThat(curve.toEncoded(light)).isCloseTo((double) v / white, within(1e-5));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {8, 16})
  void totalsBecomeTheNearestSample(int bits) {
    int white = (1 << bits) - 1;
    double unit = 0xffff_fffeL;
    for (ToneCurve curve : List.of(ToneCurve.SRGB, ToneCurve.LINEAR, ToneCurve.power(2.2))) {
      List<Integer> totals = new ArrayList<>(List.of(0, 1, 2, 255, 256, 257, -2, -1));
      // Those next to where one sample ends and the next begins.
      for (int v = 0; v < white; v++) {
        long between = (long) (unit * curve.toLight((v + 0.5) / white));
        totals.add((int) between);
        totals.add((int) between + 1);
      }
      int[] given = totals.stream().mapToInt(t -> t).toArray();
      short[] samples = new short[given.length];
      new ToneEncoder(curve, bits).encode(given, 0, given.length, unit, samples);
      for (int i = 0; i < given.length; i++) {
        double light = Math.min(1, Integer.toUnsignedLong(given[i]) / unit);
        long nearest = Math.round(white * curve.toEncoded(light));
        assertThat(samples[i] & 0xffff).as("%s, %d", curve, given[i]).isEqualTo((int) nearest);
      }
    }
  }

  @Test
  void lightOutsideTheRangeIsClipped() {
    ToneEncoder encoder = new ToneEncoder(ToneCurve.SRGB, 8);
    assertThat(encoder.encode(-1)).isZero();
    assertThat(encoder.encode(Double.NaN)).isZero();
    assertThat(encoder.encode(7)).isEqualTo(255);
  }

  @Test
  void theQuickCurveIsTheCurve() {
    ToneTable curve = new ToneTable(ToneCurve.SRGB);
    for (int i = 0; i <= 1_000_000; i++) {
      double light = i / 1e6;
      assertThat((double) curve.encode((float) light))
          .isCloseTo(Srgb.toEncoded((float) light), within(0.02 / 65_535));
    }
    assertThat(curve.encode(-1)).isZero();
    assertThat(curve.encode(Float.NaN)).isZero();
    assertThat(curve.encode(7)).isEqualTo(1);
  }
}
