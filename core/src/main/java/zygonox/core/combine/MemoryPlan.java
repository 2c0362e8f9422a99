package zygonox.core.combine;

import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;

/**
 * How a blend fits its memory.
 *
 * @param workers threads that work on frames or strips at once
 * @param bandRows rows that are in work at a time
 * @param bytes pixel memory that this takes
 */
record MemoryPlan(int workers, int bandRows, long bytes) {
  /**
   * Samples in a strip: small enough for a core's second-level cache, large enough for the disk.
   */
  private static final int STRIP_SAMPLES = 1 << 16;

  /** Fewest rows a band may have before decoding every frame for each band becomes absurd. */
  private static final int FEWEST_ROWS = 32;

  /**
   * Rows of a strip, what frames are read by: by eights, so that strips begin on packed samples.
   */
  static int stripRows(PixelLayout layout) {
    return Math.max(8, STRIP_SAMPLES / layout.rowSamples() / 8 * 8);
  }

  /**
   * For methods that hold only the result so far.
   *
   * @param layout the blend's shape
   * @param bytesPerSample what the accumulator takes
   * @param stripSampleBytes what a sample on its way into it takes
   * @param heldBytes what one open frame holds
   * @param writingBytes what writing the result holds
   */
  static MemoryPlan running(
      PixelLayout layout,
      int bytesPerSample,
      int stripSampleBytes,
      long heldBytes,
      long writingBytes,
      int frames,
      int cores,
      ByteSize memory) {
    long room = memory.bytes() - writingBytes;
    long rowBytes = (long) layout.rowSamples() * bytesPerSample;
    long perWorker = heldBytes + (long) stripSampleBytes * stripRows(layout) * layout.rowSamples();
    MemoryPlan best = null;
    double bestSpeed = 0;
    for (int workers = Math.min(cores, frames); workers >= 1; workers--) {
      long rows = (room - workers * perWorker) / rowBytes;
      // Bands of whole strips; the last one ends with the picture.
      rows = rows >= layout.height() ? layout.height() : rows / 8 * 8;
      if (rows < Math.min(FEWEST_ROWS, layout.height())) {
        continue;
      }
      long bands = (layout.height() + rows - 1) / rows;
      if ((double) workers / bands > bestSpeed) {
        bestSpeed = (double) workers / bands;
        long bytes = writingBytes + workers * perWorker + rows * rowBytes;
        best = new MemoryPlan(workers, (int) rows, bytes);
      }
    }
    long least = writingBytes + perWorker + rowBytes * Math.min(FEWEST_ROWS, layout.height());
    return sufficient(best, memory, least);
  }

  /**
   * For methods that need all frames' samples of a row at once.
   *
   * @param stripSampleBytes what a frame's sample takes
   * @param heldBytes what one open frame holds while it is decoded into scratch; 0 without scratch
   * @param writingBytes what writing the result holds
   */
  static MemoryPlan ordered(
      PixelLayout layout,
      int stripSampleBytes,
      long heldBytes,
      long writingBytes,
      int frames,
      int cores,
      ByteSize memory) {
    long room = memory.bytes() - writingBytes;
    // Rows of every frame as samples and once more as the file's bytes, and the result's.
    long rowBytes = (2L * stripSampleBytes * frames + Float.BYTES) * layout.rowSamples();
    long columns = (long) Integer.BYTES * OrderedBlend.columnSamples(frames) * frames;
    long decoding = heldBytes + 2L * stripSampleBytes * stripRows(layout) * layout.rowSamples();
    MemoryPlan best = null;
    for (int workers = cores; workers >= 1 && best == null; workers--) {
      long rows = Math.min(stripRows(layout), (room / workers - columns) / rowBytes);
      if (rows >= 1 && workers * decoding <= room) {
        long each = Math.max(heldBytes == 0 ? 0 : decoding, rows * rowBytes + columns);
        best = new MemoryPlan(workers, (int) rows, writingBytes + workers * each);
      }
    }
    return sufficient(best, memory, writingBytes + Math.max(decoding, rowBytes + columns));
  }

  private static MemoryPlan sufficient(MemoryPlan plan, ByteSize memory, long least) {
    if (plan == null) {
      long megabytes = (least >> 20) + 1;
      throw InvalidInput.about(
          "memory", Phrasebook.say("refused.of-memory-are-too-little", memory, megabytes));
    }
    return plan;
  }
}
