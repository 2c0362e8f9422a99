package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/** Turns the light of a stored picture upright; see {@link OrientedSource}. */
final class OrientedLight implements LightSource {
  private final LightSource stored;
  private final int orientation;
  private final PixelLayout layout;
  private float[] upright;

  /**
   * @param orientation 2 to 8
   */
  OrientedLight(LightSource stored, int orientation) {
    this.stored = stored;
    this.orientation = orientation;
    this.layout = OrientedSource.uprightLayout(stored.layout(), orientation);
  }

  private void turn() throws UnreadableFrame {
    PixelLayout from = stored.layout();
    float[] turned = new float[layout.samples()];
    float[] row = new float[from.rowSamples()];
    for (int y = 0; y < from.height(); y++) {
      stored.read(y, 1, row);
      for (int x = 0; x < from.width(); x++) {
        int toX = OrientedSource.uprightX(x, y, from, orientation);
        int toY = OrientedSource.uprightY(x, y, from, orientation);
        for (int c = 0; c < from.channels(); c++) {
          turned[(toY * from.channels() + c) * layout.width() + toX] = row[c * from.width() + x];
        }
      }
    }
    stored.close();
    upright = turned;
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return (long) Float.BYTES * layout.samples() + stored.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (upright == null) {
      turn();
    }
    int row = layout.rowSamples();
    System.arraycopy(upright, firstRow * row, into, 0, rows * row);
  }

  @Override
  public void close() {
    upright = null;
    stored.close();
  }
}
