package zygonox.core.combine;

import zygonox.core.format.Depth;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;
import zygonox.core.raster.ToneTable;

/** Turns results into the samples of the output, rounding half up. Safe for any thread. */
final class Quantizer {
  private final Depth depth;
  private final ToneCurve curve;
  private final double white;
  private final double inputWhite;
  private final ToneEncoder encoder;
  private final ToneTable table;

  /**
   * @param curve of input and output
   * @param inputWhite the input's sample value for white
   */
  Quantizer(Depth depth, ToneCurve curve, int inputWhite) {
    this.depth = depth;
    this.curve = curve;
    this.inputWhite = inputWhite;
    this.white = depth == Depth.EIGHT ? 255 : 65535;
    this.table = new ToneTable(curve);
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

  /** Puts light, encoded, at place {@code i}; what lies outside black and white is clipped. */
  void light(ResultRows result, int i, double light) {
    if (depth == Depth.FLOAT) {
      result.floats()[i] = (float) curve.toEncoded(Math.max(0, Math.min(1, light)));
    } else {
      result.shorts()[i] = (short) encoder.encode(light);
    }
  }

  /**
   * Puts totals of light, encoded, from index 0 on.
   *
   * @param totals unsigned, read from index {@code from} on
   * @param unit the total that is white
   */
  void light(int[] totals, int from, int count, double unit, ResultRows result) {
    if (depth != Depth.FLOAT) {
      encoder.encode(totals, from, count, unit, result.shorts());
      return;
    }
    for (int i = 0; i < count; i++) {
      light(result, i, Integer.toUnsignedLong(totals[from + i]) / unit);
    }
  }

  /**
   * Puts a row's light of one channel, encoded; what lies outside black and white is clipped.
   *
   * @param light read from index {@code from} on
   * @param at where the first goes
   * @param step from one to the next
   */
  void light(float[] light, int from, int count, ResultRows result, int at, int step) {
    if (depth == Depth.FLOAT) {
      for (int i = 0; i < count; i++) {
        light(result, at + i * step, light[from + i]);
      }
      return;
    }
    short[] into = result.shorts();
    float scale = (float) white;
    for (int i = 0; i < count; i++) {
      into[at + i * step] = (short) (int) (table.encode(light[from + i]) * scale + 0.5f);
    }
  }

  ResultRows rows(int samples) {
    return rows(samples, null);
  }

  /** Rows that tell at each sample how many frames were left out. */
  ResultRows countedRows(int samples) {
    return rows(samples, new short[samples]);
  }

  private ResultRows rows(int samples, short[] rejected) {
    return depth == Depth.FLOAT
        ? new ResultRows(null, new float[samples], rejected)
        : new ResultRows(new short[samples], null, rejected);
  }
}
