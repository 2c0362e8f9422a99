package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/**
 * A frame for tests, whose light is told place by place.
 *
 * @param layout its shape
 * @param at its light
 */
public record DrawnLight(PixelLayout layout, At at) implements LightSource {
  /** Light of all channels at a place. */
  @FunctionalInterface
  public interface At {
    double light(int x, int y);
  }

  @Override
  public boolean anyRowsCheaply() {
    return true;
  }

  @Override
  public long heldBytes() {
    return 0;
  }

  @Override
  public void read(int firstRow, int rows, float[] into) {
    int i = 0;
    for (int y = firstRow; y < firstRow + rows; y++) {
      for (int c = 0; c < layout.channels(); c++) {
        for (int x = 0; x < layout.width(); x++) {
          into[i++] = (float) at.light(x, y);
        }
      }
    }
  }

  @Override
  public void close() {
    // Holds nothing.
  }
}
