package zygonox.core.develop;

import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;

/** A picture whose colours are there already, put right row by row as it lies on its sensor. */
final class CalibratedLight extends LightStep {
  private final SensorCalibration calibration;
  private float[] wide = new float[0];

  CalibratedLight(LightSource from, SensorCalibration calibration) {
    super(from);
    this.calibration = calibration;
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    int row = layout().rowSamples();
    HotSpots hot = calibration.hot();
    if (hot.isEmpty()) {
      from.read(firstRow, rows, into);
    } else {
      // Neighbours of the outermost rows are needed too.
      int first = Math.max(0, firstRow - hot.reach());
      int end = Math.min(layout().height(), firstRow + rows + hot.reach());
      if (wide.length < (end - first) * row) {
        wide = new float[(end - first) * row];
      }
      from.read(first, end - first, wide);
      hot.repair(wide, first, end - first, firstRow, firstRow + rows);
      System.arraycopy(wide, (firstRow - first) * row, into, 0, rows * row);
    }
    calibration.rows(firstRow, rows, into);
  }

  @Override
  public void close() {
    wide = new float[0];
    super.close();
  }
}
