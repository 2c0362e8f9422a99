package zygonox.core.format;

import zygonox.core.raster.Srgb;
import zygonox.core.raw.BayerPattern;

/** A small picture of a mosaic, gathered while its rows pass: the mean of each cell's colours. */
final class MosaicPreview {
  /** Side of a cell in pixels: even, so that each holds all colours alike. */
  private static final int CELL = 16;

  private final DngWriter.Sensor sensor;
  private final int mosaicWidth;
  private final int width;
  private final int height;
  private final long[] sums;

  MosaicPreview(DngWriter.Sensor sensor, int mosaicWidth, int mosaicHeight) {
    this.sensor = sensor;
    this.mosaicWidth = mosaicWidth;
    this.width = Math.max(1, mosaicWidth / CELL);
    this.height = Math.max(1, mosaicHeight / CELL);
    this.sums = new long[3 * width * height];
  }

  int width() {
    return width;
  }

  int height() {
    return height;
  }

  void add(int firstRow, int rows, short[] samples) {
    BayerPattern pattern = sensor.pattern();
    for (int y = 0; y < rows; y++) {
      int cellY = (firstRow + y) / CELL;
      if (cellY >= height) {
        return;
      }
      for (int x = 0; x < width * CELL && x < mosaicWidth; x++) {
        int at = 3 * (cellY * width + x / CELL) + pattern.at(x, firstRow + y);
        sums[at] += samples[y * mosaicWidth + x] & 0xffff;
      }
    }
  }

  /** RGB of 8 bits as screens show it. */
  byte[] rgb() {
    byte[] rgb = new byte[sums.length];
    double[] counts = {CELL * CELL / 4.0, CELL * CELL / 2.0, CELL * CELL / 4.0};
    for (int i = 0; i < rgb.length; i++) {
      int c = i % 3;
      double mean = sums[i] / counts[c] - sensor.black();
      double light = mean / (sensor.white() - sensor.black()) / sensor.neutral()[c];
      double shown = Srgb.toEncoded(Math.max(0, Math.min(1, light)));
      rgb[i] = (byte) Math.round(255 * shown);
    }
    return rgb;
  }
}
