package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;

/**
 * One worker's rows of all frames, and what becomes of the column of samples at each place.
 *
 * @param <S> the lane it works in
 */
interface Columns<S extends RowSource> {
  /** Reads a frame's rows, in place of those it had. */
  void read(int frame, S source, int firstRow, int rows) throws UnreadableFrame;

  /** Whole samples of the rows that were read, for the noise probe. */
  NoiseProbe.Samples samples(int frame);

  /**
   * Puts samples of a frame where they are combined.
   *
   * @param weight of the frame
   * @param from index of the first among the frame's rows
   * @param as how many frames were put there before
   * @param at where in the column
   */
  void gather(int frame, double weight, int from, int as, int at, int count);

  /**
   * Combines what was gathered.
   *
   * @param frames how many frames were
   * @param at index in the result of the first
   * @param step from one to the next
   */
  void combine(int frames, int count, ResultRows result, int at, int step);

  /** A lane's way of making columns and of keeping frames on disk. */
  interface Lane<S extends RowSource> {
    RowOrder order();

    /** Memory that one sample of a frame takes, in bytes. */
    int sampleBytes();

    /** The same on disk. */
    int keptBytes();

    /**
     * @param rowsSamples samples of the rows that are read at a time
     * @param columnSamples samples that are combined at a time
     */
    Columns<S> columns(int frames, int rowsSamples, int columnSamples);

    /** Keeps the rows that {@code columns} read of a frame, its first. */
    void keep(
        Columns<S> columns, Scratch scratch, int frame, int firstRow, int rows, ByteBuffer buffer)
        throws IOException;

    S kept(Scratch scratch, Path original, int frame, Coverage coverage);
  }
}
