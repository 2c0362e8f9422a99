package zygonox.core.program;

import java.util.ArrayList;
import java.util.List;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.SiderealTime;

/**
 * A picture wider than the lens, put together from several positions of the head.
 *
 * @param spanDeg width of the whole, in degrees of azimuth, 1 to 360
 * @param heightDeg height of the whole in degrees, 1 to 180
 * @param overlap share of each frame that the next covers again, 0.05 to 0.9
 * @param clickDeg how far the head turns from one click to the next; 0 for a head without clicks
 * @param turnSeconds time to turn the head and let it settle
 */
public record Panorama(
    double spanDeg, double heightDeg, double overlap, double clickDeg, double turnSeconds) {
  /** Half of each frame overlaps the next [common practice]. */
  public static final Panorama USUAL = new Panorama(120, 60, 0.4, 15, 8);

  /** The clicks heads are made with, in degrees [common practice]. */
  public static final List<Double> CLICKS =
      List.of(
          0.0, 5.0, 7.5, 8.0, 10.0, 12.0, 15.0, 18.0, 20.0, 22.5, 24.0, 30.0, 36.0, 45.0, 60.0,
          90.0);

  private static final int MOST_POSITIONS = 2000;

  public Panorama {
    InvalidInput.check("The span in degrees", spanDeg, 1, 360);
    InvalidInput.check("The height in degrees", heightDeg, 1, 180);
    InvalidInput.check("The overlap", overlap, 0.05, 0.9);
    InvalidInput.check("The click angle in degrees", clickDeg, 0, 90);
    InvalidInput.check("The time to turn the head in seconds", turnSeconds, 0, 600);
  }

  /**
   * Where the head goes.
   *
   * @param columns positions in a row
   * @param rows rows, each for the whole span
   * @param stepDeg how far the head turns from one position to the next
   * @param clicks how many clicks that is; 0 for a head without clicks
   * @param overlap share of a frame that its neighbour covers again, at the least
   * @param rowStepDeg from row to row
   * @param positions in the order they are shot: the sky's rows first, each back the way the last
   *     one came
   * @param turnSeconds between two positions
   * @param megapixels of the whole, at the scale of the frames' middle
   */
  public record Layout(
      int columns,
      int rows,
      double stepDeg,
      int clicks,
      double overlap,
      double rowStepDeg,
      List<Direction> positions,
      double turnSeconds,
      double megapixels) {
    /** Time at one position, turning left out, in s. */
    private static double positionSeconds(Interval interval) {
      return interval.runSeconds();
    }

    /** Time for one row, in s. */
    public double rowSeconds(Interval interval) {
      return columns * positionSeconds(interval) + (columns - 1) * turnSeconds;
    }

    /** Time for the whole, in s. */
    public double totalSeconds(Interval interval) {
      return positions.size() * positionSeconds(interval) + (positions.size() - 1) * turnSeconds;
    }

    /** How far the sky turns while one row is shot, in degrees. */
    public double skyTurnDegrees(Interval interval) {
      return rowSeconds(interval) * SiderealTime.RATE_ARCSEC_PER_SECOND / 3600;
    }

    /** When a position's first frame opens, in s after the first of all. */
    double offsetSeconds(int position, Interval interval) {
      return position * (positionSeconds(interval) + turnSeconds);
    }
  }

  /**
   * @param sensor the body as it is held, and the lens
   * @param middle the middle of the whole
   * @throws InvalidInput when it takes thousands of positions, or reaches over the zenith
   */
  public Layout layout(Sensor sensor, Direction middle) {
    double wide = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
    double high = sensor.fieldOfViewDeg(sensor.body().sensorHeightMm());
    int rows = count(heightDeg, high, high * (1 - overlap));
    double rowStep = rows == 1 ? 0 : (heightDeg - high) / (rows - 1);
    double top = middle.altitudeDeg() + rowStep * (rows - 1) / 2;
    double bottom = middle.altitudeDeg() - rowStep * (rows - 1) / 2;
    if (top > 89 || bottom < -89) {
      throw new InvalidInput(
          "A height of %.0f degrees around an altitude of %.0f reaches over the zenith or the feet; make it lower"
              .formatted(heightDeg, middle.altitudeDeg()));
    }
    // Azimuths lie closer together higher up: frames part first where a row is nearest the horizon.
    double shrink = Angle.cos(Math.max(0, Math.abs(bottom) - high / 2));
    double step = wide * (1 - overlap) / shrink;
    int clicks = clickDeg == 0 ? 0 : (int) Math.floor(step / clickDeg + 1e-9);
    if (clickDeg > 0 && clicks == 0) {
      throw new InvalidInput(
          "Clicks of %s degrees are too far apart: this lens needs %.1f or fewer for that overlap"
              .formatted(String.valueOf(clickDeg), step));
    }
    double turned = clicks == 0 ? step : clicks * clickDeg;
    int columns = columns(wide / shrink, turned);
    InvalidInput.check("The count of positions", columns * rows, 1, MOST_POSITIONS);
    double scale = 3600 / sensor.arcsecPerPixel();
    double pixelsWide = scale * ((columns - 1) * turned * shrink + wide);
    double pixelsHigh = scale * ((rows - 1) * rowStep + high);
    return new Layout(
        columns,
        rows,
        turned,
        clicks,
        1 - turned * shrink / wide,
        rowStep,
        positions(columns, rows, turned, top, rowStep, middle.azimuthDeg()),
        turnSeconds,
        pixelsWide * pixelsHigh / 1e6);
  }

  /** columns = ceil((span - FOV) / step) + 1; all round there is no end to be covered. */
  private int columns(double wide, double step) {
    return spanDeg >= 360 ? (int) Math.ceil(360 / step - 1e-9) : count(spanDeg, wide, step);
  }

  private static int count(double span, double view, double step) {
    return span <= view ? 1 : (int) Math.min(1e6, Math.ceil((span - view) / step - 1e-9) + 1);
  }

  private static List<Direction> positions(
      int columns, int rows, double step, double top, double rowStep, double middleDeg) {
    List<Direction> positions = new ArrayList<>();
    for (int row = 0; row < rows; row++) {
      for (int k = 0; k < columns; k++) {
        int column = row % 2 == 0 ? k : columns - 1 - k;
        double azimuth = middleDeg + (column - (columns - 1) / 2.0) * step;
        positions.add(new Direction(azimuth, top - row * rowStep));
      }
    }
    return positions;
  }
}
