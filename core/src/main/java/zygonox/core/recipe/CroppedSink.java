package zygonox.core.recipe;

import java.io.IOException;
import zygonox.core.combine.CoverageMap.Area;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureSink;

/** Passes on that part of a picture's rows that lies in an area. */
final class CroppedSink implements PictureSink {
  private final PictureSink to;
  private final Area area;
  private final int rowSamples;

  /**
   * @param width of the whole picture
   */
  CroppedSink(PictureSink to, Area area, int width) {
    this.to = to;
    this.area = area;
    this.rowSamples = width * to.header().channels();
  }

  @Override
  public PictureHeader header() {
    return to.header();
  }

  private int first(int firstRow) {
    return Math.max(firstRow, area.top());
  }

  private int count(int firstRow, int rows) {
    return Math.min(firstRow + rows, area.top() + area.height()) - first(firstRow);
  }

  @Override
  public void rows(int firstRow, int rows, short[] samples) throws IOException {
    int count = count(firstRow, rows);
    if (count > 0) {
      short[] cut = new short[count * to.header().rowSamples()];
      cut(firstRow, count, samples, cut);
      to.rows(first(firstRow) - area.top(), count, cut);
    }
  }

  @Override
  public void rows(int firstRow, int rows, float[] samples) throws IOException {
    int count = count(firstRow, rows);
    if (count > 0) {
      float[] cut = new float[count * to.header().rowSamples()];
      cut(firstRow, count, samples, cut);
      to.rows(first(firstRow) - area.top(), count, cut);
    }
  }

  /** Arrays of either kind. */
  private void cut(int firstRow, int count, Object samples, Object into) {
    int row = to.header().rowSamples();
    int left = area.left() * to.header().channels();
    for (int y = 0; y < count; y++) {
      int from = (first(firstRow) - firstRow + y) * rowSamples + left;
      System.arraycopy(samples, from, into, y * row, row);
    }
  }

  @Override
  public void finish() throws IOException {
    to.finish();
  }

  @Override
  public void close() throws IOException {
    to.close();
  }
}
