package zygonox.core.program;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Phrasebook;
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
    InvalidInput.check("value.span-in-degrees", spanDeg, 1, 360);
    InvalidInput.check("value.height-in-degrees", heightDeg, 1, 180);
    InvalidInput.check("value.overlap", overlap, 0.05, 0.9);
    InvalidInput.check("value.click-angle-in-degrees", clickDeg, 0, 90);
    InvalidInput.check("value.time-to-turn-the-head", turnSeconds, 0, 600);
  }

  /**
   * One row of positions.
   *
   * @param altitudeDeg of the frames' middles
   * @param columns positions in it
   * @param stepDeg how far the head turns from one to the next, in azimuth; 0 for a single one
   * @param clicks how many clicks that is; 0 for a head without clicks
   * @param overlap share of a frame's width along its middle line that its neighbour covers again
   */
  public record Row(double altitudeDeg, int columns, double stepDeg, int clicks, double overlap) {}

  /**
   * Where the head goes.
   *
   * @param rows from the top, in the order they are shot
   * @param rowStepDeg from row to row
   * @param positions in the order they are shot: each row back the way the last one came
   * @param turnSeconds between two positions
   * @param sharedArea share of a frame's area that its neighbour in the fullest row covers again
   * @param megapixels of the whole, at the scale of the frames' middle
   */
  public record Layout(
      List<Row> rows,
      double rowStepDeg,
      List<Direction> positions,
      double turnSeconds,
      double sharedArea,
      double megapixels) {
    public Layout {
      rows = List.copyOf(rows);
      positions = List.copyOf(positions);
    }

    /** The row with the most positions: the one nearest the horizon. */
    public Row fullest() {
      return rows.stream().max(Comparator.comparingInt(Row::columns)).orElseThrow();
    }

    /** The least overlap between neighbours on any row; of rows of one position that of none. */
    public double overlap() {
      return rows.stream()
          .filter(r -> r.columns() > 1)
          .mapToDouble(Row::overlap)
          .min()
          .orElse(fullest().overlap());
    }

    /** Time for the longest row, in s. */
    public double rowSeconds(Interval interval) {
      int columns = fullest().columns();
      return columns * interval.runSeconds() + (columns - 1) * turnSeconds;
    }

    /** Time for the whole, in s. */
    public double totalSeconds(Interval interval) {
      return positions.size() * interval.runSeconds() + (positions.size() - 1) * turnSeconds;
    }

    /** How far the sky turns while the longest row is shot, in degrees. */
    public double skyTurnDegrees(Interval interval) {
      return rowSeconds(interval) * SiderealTime.RATE_ARCSEC_PER_SECOND / 3600;
    }

    /** When a position's first frame opens, in s after the first of all. */
    double offsetSeconds(int position, Interval interval) {
      return position * (interval.runSeconds() + turnSeconds);
    }
  }

  /**
   * The fewest positions that cover the whole with the overlap that was asked for, on every row.
   *
   * @param sensor the body as it is held, and the lens
   * @param middle the middle of the whole
   * @throws InvalidInput when it takes thousands of positions, or reaches over the zenith
   */
  public Layout layout(Sensor sensor, Direction middle) {
    FrameOnSphere frame = new FrameOnSphere(sensor);
    double high = frame.highDeg();
    int rowCount = count(heightDeg, high, high * (1 - overlap));
    double rowStep = rowCount == 1 ? 0 : (heightDeg - high) / (rowCount - 1);
    double top = middle.altitudeDeg() + rowStep * (rowCount - 1) / 2;
    double bottom = middle.altitudeDeg() - rowStep * (rowCount - 1) / 2;
    if (top > 89 || bottom < -89) {
      throw new InvalidInput(
          Phrasebook.say("refused.a-height-of-degrees-around", heightDeg, middle.altitudeDeg()));
    }
    List<Row> rows = new ArrayList<>();
    long positions = 0;
    for (int i = 0; i < rowCount; i++) {
      Row row = row(frame, top - i * rowStep);
      rows.add(row);
      positions += row.columns();
    }
    InvalidInput.check("value.count-of-positions", (double) positions, 1, MOST_POSITIONS);
    Row fullest = rows.stream().max(Comparator.comparingInt(Row::columns)).orElseThrow();
    double scale = 3600 / sensor.arcsecPerPixel();
    double middleLine = Angle.cos(fullest.altitudeDeg());
    double pixelsWide =
        scale * ((fullest.columns() - 1) * fullest.stepDeg() * middleLine + frame.wideDeg());
    double pixelsHigh = scale * ((rowCount - 1) * rowStep + high);
    return new Layout(
        rows,
        rowStep,
        positions(rows, middle.azimuthDeg()),
        turnSeconds,
        frame.sharedArea(fullest.altitudeDeg(), fullest.stepDeg()),
        pixelsWide * pixelsHigh / 1e6);
  }

  /** A row: the higher it is, the farther apart its positions may be. */
  private Row row(FrameOnSphere frame, double altitudeDeg) {
    double seen = frame.azimuthSpanDeg(altitudeDeg);
    double step = frame.longestStepDeg(altitudeDeg, overlap);
    int clicks = 0;
    if (clickDeg > 0) {
      clicks = (int) Math.floor(step / clickDeg + 1e-9);
      if (clicks == 0) {
        throw new InvalidInput(
            Phrasebook.say("refused.clicks-of-degrees-are-too", Notation.text(clickDeg), step));
      }
      step = clicks * clickDeg;
    }
    // All round there is no end to be covered.
    int columns = spanDeg >= 360 ? (int) Math.ceil(360 / step - 1e-9) : count(spanDeg, seen, step);
    if (columns == 1) {
      return new Row(altitudeDeg, 1, 0, 0, 1);
    }
    if (clickDeg == 0) {
      step = spanDeg >= 360 ? 360.0 / columns : (spanDeg - seen) / (columns - 1);
    }
    return new Row(altitudeDeg, columns, step, clicks, frame.overlap(altitudeDeg, step));
  }

  private static int count(double span, double view, double step) {
    return span <= view ? 1 : (int) Math.min(1e6, Math.ceil((span - view) / step - 1e-9) + 1);
  }

  private static List<Direction> positions(List<Row> rows, double middleDeg) {
    List<Direction> positions = new ArrayList<>();
    for (int r = 0; r < rows.size(); r++) {
      Row row = rows.get(r);
      for (int k = 0; k < row.columns(); k++) {
        int column = r % 2 == 0 ? k : row.columns() - 1 - k;
        double azimuth = middleDeg + (column - (row.columns() - 1) / 2.0) * row.stepDeg();
        positions.add(new Direction(azimuth, row.altitudeDeg()));
      }
    }
    return positions;
  }
}
