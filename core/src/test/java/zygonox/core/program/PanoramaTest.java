package zygonox.core.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Projection;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.Vector;

class PanoramaTest {
  private static final Body BODY = new Body("test", 36, 24, 6000, 4000);

  /** 24 mm upright: 53.1 degrees wide and 73.7 high. */
  private static final Sensor UPRIGHT = new Sensor(Orientation.PORTRAIT.held(BODY), 24, 2.8);

  private static final double WIDE = 2 * Math.toDegrees(Math.atan(0.5));

  @Test
  void columnsAreReckonedAsUsual() {
    // columns = ceil((span - FOV) / (FOV (1 - overlap))) + 1: ceil((180 - 53.1) / 26.6) + 1 = 6 at
    // the horizon, where steps in azimuth are steps along the frame.
    Panorama.Layout layout =
        new Panorama(180, 60, 0.5, 0, 8).layout(UPRIGHT, new Direction(180, 0));
    assertThat(layout.fullest().columns()).isEqualTo(6);
    assertThat(layout.rows()).hasSize(1);
    assertThat(layout.fullest().stepDeg()).isCloseTo((180 - WIDE) / 5, within(1e-6));
    assertThat(layout.overlap()).isGreaterThanOrEqualTo(0.5);
    assertThat(layout.positions().get(0).azimuthDeg())
        .isCloseTo(180 - 2.5 * (180 - WIDE) / 5, within(1e-6));
  }

  @Test
  void higherRowsTakeFewerPositionsAndKeepTheOverlap() {
    // 50 mm upright: 27.0 degrees wide and 39.6 high; 0.7 of 27.0 is 18.9, and 360 / 18.9 = 19.1.
    Sensor fifty = new Sensor(Orientation.PORTRAIT.held(BODY), 50, 2.8);
    Panorama.Layout layout = new Panorama(360, 170, 0.3, 0, 8).layout(fifty, new Direction(0, 0));
    assertThat(layout.fullest().columns()).isEqualTo(20);
    assertThat(layout.rows().get(0).columns()).isLessThan(layout.fullest().columns());
    assertThat(layout.overlap()).isGreaterThanOrEqualTo(0.3);
    assertThat(layout.positions())
        .hasSize(layout.rows().stream().mapToInt(Panorama.Row::columns).sum());
  }

  /** Each direction of the whole has to be seen by some frame: asked of the lens's projection. */
  @ParameterizedTest
  @CsvSource({
    "24, 0.3, 0, 0",
    "24, 0.5, 20, 0",
    "50, 0.3, 0, 0",
    "50, 0.3, -30, 7.5",
    "35, 0.2, 25, 5"
  })
  void everyDirectionIsSeen(double focal, double overlap, double middle, double click) {
    Sensor sensor = new Sensor(Orientation.PORTRAIT.held(BODY), focal, 2.8);
    Panorama.Layout layout =
        new Panorama(360, 100, overlap, click, 8).layout(sensor, new Direction(0, middle));
    List<Projection> frames =
        layout.positions().stream().map(d -> new Projection(sensor.body(), focal, d)).toList();
    // Up to the middles of the outermost rows: beyond, straight frames end in a ragged edge.
    double top = layout.rows().get(0).altitudeDeg();
    double low = layout.rows().get(layout.rows().size() - 1).altitudeDeg();
    for (double altitude = low; altitude <= top; altitude += 2.5) {
      for (double azimuth = 0; azimuth < 360; azimuth += 3) {
        Vector v = Vector.of(new Direction(azimuth, Math.max(-89, Math.min(89, altitude))));
        assertThat(frames.stream().anyMatch(f -> sees(f, sensor.body(), v)))
            .as("%s at %s", azimuth, altitude)
            .isTrue();
      }
    }
  }

  private static boolean sees(Projection frame, Body body, Vector v) {
    double x = frame.x(v);
    double y = frame.y(v);
    return frame.sees(v)
        && x >= -0.5
        && y >= -0.5
        && x <= body.pixelsWide() - 0.5
        && y <= body.pixelsHigh() - 0.5;
  }

  @Test
  void clicksNeverGiveAwayTheOverlap() {
    Panorama.Layout layout =
        new Panorama(180, 60, 0.5, 7.5, 8).layout(UPRIGHT, new Direction(180, 0));
    assertThat(layout.rows().get(0).clicks()).isEqualTo(3);
    assertThat(layout.rows().get(0).stepDeg()).isEqualTo(22.5);
    assertThat(layout.overlap()).isGreaterThanOrEqualTo(0.5);
    Panorama tooWide = new Panorama(180, 60, 0.5, 45, 8);
    assertThatThrownBy(() -> tooWide.layout(UPRIGHT, new Direction(180, 30)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("too far apart");
  }

  @Test
  void theSkysRowComesFirstAndTheNextGoesBack() {
    Panorama.Layout layout =
        new Panorama(120, 120, 0.3, 0, 8).layout(UPRIGHT, new Direction(0, 30));
    assertThat(layout.rows()).hasSize(2);
    List<Direction> p = layout.positions();
    assertThat(p.get(0).altitudeDeg()).isGreaterThan(p.get(p.size() - 1).altitudeDeg());
    int first = layout.rows().get(0).columns();
    // From the right end of the first row back to the left.
    assertThat(Angle.signed(p.get(first - 1).azimuthDeg())).isPositive();
    assertThat(Angle.signed(p.get(first).azimuthDeg())).isPositive();
    assertThat(Angle.signed(p.get(p.size() - 1).azimuthDeg())).isNegative();
  }

  @Test
  void allRoundThereIsNoEnd() {
    Panorama.Layout layout = new Panorama(360, 40, 0.4, 30, 8).layout(UPRIGHT, new Direction(0, 0));
    assertThat(layout.fullest().columns()).isEqualTo(12);
  }

  @Test
  void timesAddUp() {
    Panorama.Layout layout =
        new Panorama(180, 60, 0.5, 0, 8).layout(UPRIGHT, new Direction(180, 0));
    Interval four = new Interval(0, 15, 1, 4);
    // Six positions of 63 s, five turns of 8 s.
    assertThat(layout.rowSeconds(four)).isCloseTo(6 * 63 + 5 * 8, within(1e-9));
    assertThat(layout.totalSeconds(four)).isEqualTo(layout.rowSeconds(four));
    assertThat(layout.skyTurnDegrees(four)).isCloseTo(418 / 86_164.0905 * 360, within(1e-6));
  }

  @Property
  void theWholeIsCoveredWithItsOverlap(
      @ForAll @DoubleRange(min = 30, max = 350) double span,
      @ForAll @DoubleRange(min = 10, max = 80) double height,
      @ForAll @DoubleRange(min = 0.1, max = 0.7) double overlap,
      @ForAll @IntRange(min = 14, max = 85) int focal) {
    Sensor sensor = new Sensor(Orientation.PORTRAIT.held(BODY), focal, 2.8);
    double high = sensor.fieldOfViewDeg(36);
    Panorama.Layout layout;
    try {
      layout = new Panorama(span, height, overlap, 0, 8).layout(sensor, new Direction(100, 20));
    } catch (InvalidInput e) {
      return;
    }
    assertThat(layout.overlap()).isGreaterThanOrEqualTo(overlap - 1e-9);
    for (Panorama.Row row : layout.rows()) {
      double seen = 2 * Math.toDegrees(Math.atan(12.0 / focal / Angle.cos(row.altitudeDeg())));
      assertThat((row.columns() - 1) * row.stepDeg() + seen).isGreaterThanOrEqualTo(span - 1e-6);
    }
    assertThat((layout.rows().size() - 1) * layout.rowStepDeg() + high)
        .isGreaterThanOrEqualTo(height - 1e-6);
    assertThat(layout.sharedArea()).isBetween(0.0, 1.0);
  }

  @Test
  void overTheZenithIsRefused() {
    assertThatThrownBy(() -> new Panorama(90, 180, 0.3, 0, 8).layout(UPRIGHT, new Direction(0, 60)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("zenith");
    assertThatThrownBy(() -> new Panorama(0, 60, 0.3, 0, 8)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new Panorama(90, 60, 0.99, 0, 8)).isInstanceOf(InvalidInput.class);
  }
}
