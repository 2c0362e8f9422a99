package zygonox.core.combine;

import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;

/**
 * Takes in one frame after another and holds only the result so far. Frames may come in any order
 * with the same outcome. Places are sample indexes inside the band of rows in work.
 *
 * @param <S> the lane it works in
 */
interface Accumulator<S extends RowSource> extends Snapshot.Content {
  RowOrder order();

  /** Memory that one sample of the result so far takes, in bytes. */
  int sampleBytes();

  /** Memory that one sample on its way into the result takes, in bytes. */
  int stripSampleBytes();

  /** Makes room for a band and starts it afresh. */
  void start(int samples);

  /** A worker's own strip, for {@code samples} at the most. */
  Strip<S> strip(int samples);

  /** Rows of one frame on their way into the result. */
  interface Strip<S> extends NoiseProbe.Samples {
    void read(S source, int firstRow, int rows) throws UnreadableFrame;

    /**
     * Adds what was read last.
     *
     * @param firstRow the band's first row in the picture
     * @param row where in the band it belongs
     * @param weight of the frame
     */
    void add(S source, int firstRow, int row, int rows, double weight);
  }

  /**
   * Gives finished rows.
   *
   * @param row first of them in the band
   * @param whole the weights of all frames together
   * @param weights of each pixel the weights of those frames that cover it, or null when all do
   * @param result gets them from index 0 on
   */
  void finish(int row, int rows, double whole, float[] weights, ResultRows result);

  /**
   * The result so far at one place, 0..1 encoded: for looking at.
   *
   * @param whole the weights of the frames taken in
   */
  double glance(int at, double whole);
}
