package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.ShortBuffer;
import zygonox.core.format.PictureSink;
import zygonox.core.raster.PixelLayout;

/**
 * Finished rows on their way to the output.
 *
 * @param shorts whole samples; null where they are floating ones
 * @param floats floating samples; null where they are whole
 * @param rejected how many frames were left out at each sample; null where the method leaves out
 *     none
 */
record ResultRows(short[] shorts, float[] floats, short[] rejected) {
  void into(PictureSink sink, int firstRow, int rows) throws IOException {
    if (floats != null) {
      sink.rows(firstRow, rows, floats);
    } else {
      sink.rows(firstRow, rows, shorts);
    }
  }

  /** The first samples with what was left out of them, as they are kept on disk. */
  ByteBuffer bytes(int count) {
    ByteBuffer bytes = ByteBuffer.allocate(count * sampleBytes()).order(ByteOrder.nativeOrder());
    if (floats != null) {
      bytes.asFloatBuffer().put(floats, 0, count);
    } else {
      bytes.asShortBuffer().put(shorts, 0, count);
    }
    if (rejected != null) {
      counts(bytes).put(rejected, 0, count);
    }
    return bytes;
  }

  /** The other way round. */
  void take(ByteBuffer bytes, int count) {
    bytes.order(ByteOrder.nativeOrder());
    if (floats != null) {
      bytes.asFloatBuffer().get(floats, 0, count);
    } else {
      bytes.asShortBuffer().get(shorts, 0, count);
    }
    if (rejected != null) {
      counts(bytes).get(rejected, 0, count);
    }
  }

  /** What one sample takes on disk. */
  int sampleBytes() {
    return (floats != null ? Float.BYTES : Short.BYTES) + (rejected != null ? Short.BYTES : 0);
  }

  /** The numbers that follow the samples. */
  private ShortBuffer counts(ByteBuffer bytes) {
    int samples = bytes.limit() / sampleBytes();
    int from = samples * (sampleBytes() - Short.BYTES);
    return bytes.slice(from, samples * Short.BYTES).order(ByteOrder.nativeOrder()).asShortBuffer();
  }

  /** Its samples for the noise probe. */
  NoiseProbe.Samples samples(PixelLayout layout) {
    return (row, x, channel) -> whole(RowOrder.INTERLEAVED.index(layout, row, x, channel));
  }

  /** A whole sample; of floating ones with white at 65535. */
  int whole(int i) {
    return floats != null
        ? Math.round(Math.max(0, Math.min(1, floats[i])) * 65535)
        : shorts[i] & 0xffff;
  }
}
