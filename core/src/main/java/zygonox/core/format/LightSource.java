package zygonox.core.format;

/**
 * The light of one frame: floats, 0 for black and 1 for white, where nothing is clipped; what lies
 * below black stays. Each row gives its channels one after the other, so that loops run over whole
 * rows of one colour.
 */
public interface LightSource extends RowSource {
  /**
   * Reads rows.
   *
   * @param firstRow 0 up to the height
   * @param rows 1 or more, none beyond the last
   * @param into gets the light of row {@code y}, channel {@code c}, column {@code x} at {@code ((y
   *     - firstRow) * channels + c) * width + x}
   * @throws UnreadableFrame when the file turns out to be damaged or has gone
   */
  void read(int firstRow, int rows, float[] into) throws UnreadableFrame;
}
