package zygonox.core.recipe;

import java.io.IOException;
import zygonox.core.format.Depth;
import zygonox.core.format.PictureSink;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;

/** A row of light on its way into a picture, in whatever depth that has. */
final class EncodedRow {
  private final PictureSink sink;
  private final ToneCurve curve;
  private final ToneEncoder encoder;
  private final short[] samples;
  private final float[] floats;

  EncodedRow(PictureSink sink, ToneCurve curve) {
    this(sink, curve, sink.header().rowSamples());
  }

  /**
   * @param count samples of a row, more than the sink's where it takes a part of them
   */
  EncodedRow(PictureSink sink, ToneCurve curve, int count) {
    Depth depth = sink.header().depth();
    this.sink = sink;
    this.curve = curve;
    this.encoder = new ToneEncoder(curve, depth == Depth.EIGHT ? 8 : 16);
    this.samples = new short[depth == Depth.FLOAT ? 0 : count];
    this.floats = new float[depth == Depth.FLOAT ? count : 0];
  }

  /** Sets a sample; what lies outside black and white is clipped here, and nowhere before. */
  void set(int sample, float light) {
    float inside = Math.max(0, Math.min(1, light));
    if (floats.length > 0) {
      floats[sample] = (float) curve.toEncoded(inside);
    } else {
      samples[sample] = (short) encoder.encode(inside);
    }
  }

  /**
   * Sets a sample as it was stored by the same curve.
   *
   * @param stored 0 to 65,535
   */
  void keep(int sample, int stored) {
    switch (sink.header().depth()) {
      case FLOAT -> floats[sample] = stored / 65_535f;
      case SIXTEEN -> samples[sample] = (short) stored;
      default -> samples[sample] = (short) ((stored + 128) / 257);
    }
  }

  void write(int y) throws IOException {
    if (floats.length > 0) {
      sink.rows(y, 1, floats);
    } else {
      sink.rows(y, 1, samples);
    }
  }
}
