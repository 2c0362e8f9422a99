package zygonox.core.format;

import java.io.IOException;

/** Takes the rows of one output picture, in any order and from any thread, each row once. */
public interface PictureSink extends AutoCloseable {
  PictureHeader header();

  /**
   * Rows of 8 or 16 bits.
   *
   * @param samples {@code rows * header().rowSamples()} unsigned values from index 0 on
   */
  void rows(int firstRow, int rows, short[] samples) throws IOException;

  /** Rows of floating point, white is 1; for {@link Depth#FLOAT} only. */
  void rows(int firstRow, int rows, float[] samples) throws IOException;

  /** Completes the file after the last row. */
  void finish() throws IOException;

  @Override
  void close() throws IOException;
}
