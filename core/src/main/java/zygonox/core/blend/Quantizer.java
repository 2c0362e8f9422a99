package zygonox.core.blend;

import zygonox.core.frame.Depth;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;

/** Turns results into the samples of the output, rounding half up. Safe for any thread. */
final class Quantizer {
  private final Depth depth;
  private final ToneCurve curve;
  private final double white;
  private final double inputWhite;
  private final ToneEncoder encoder;

  /**
   * @param curve of input and output
   * @param inputWhite the input's sample value for white
   */
  Quantizer(Depth depth, ToneCurve curve, int inputWhite) {
    this.depth = depth;
    this.curve = curve;
    this.inputWhite = inputWhite;
    this.white = depth == Depth.EIGHT ? 255 : 65535;
    this.encoder = new ToneEncoder(curve, depth == Depth.EIGHT ? 8 : 16);
  }

  /**
   * Puts {@code numerator / denominator}, in the input's samples, at place {@code i} of the result.
   * Exact: both products are whole numbers below 2^53, and the quotient of two such, correctly
   * rounded, never crosses a half.
   */
  void ratio(ResultRows result, int i, long numerator, long denominator) {
    if (depth == Depth.FLOAT) {
      result.floats()[i] = (float) (numerator / (denominator * inputWhite));
    } else {
      double value = numerator * white / (denominator * inputWhite);
      result.shorts()[i] = (short) (int) Math.min(white, Math.floor(value + 0.5));
    }
  }

  /** Puts an encoded value, 0..1, at place {@code i}. */
  void fraction(ResultRows result, int i, double encoded) {
    if (depth == Depth.FLOAT) {
      result.floats()[i] = (float) encoded;
    } else {
      result.shorts()[i] = (short) (int) Math.min(white, Math.floor(encoded * white + 0.5));
    }
  }

  /** Puts light, 0..1, encoded, at place {@code i}; more than white is clipped. */
  void light(ResultRows result, int i, double light) {
    if (depth == Depth.FLOAT) {
      result.floats()[i] = (float) curve.toEncoded(Math.min(1, light));
    } else {
      result.shorts()[i] = (short) encoder.encode(light);
    }
  }

  ResultRows rows(int samples) {
    return depth == Depth.FLOAT
        ? new ResultRows(null, new float[samples])
        : new ResultRows(new short[samples], null);
  }
}
