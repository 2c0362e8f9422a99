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
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;

class PanoramaTest {
  private static final Body BODY = new Body("test", 36, 24, 6000, 4000);

  /** 24 mm upright: 53.1 degrees wide and 73.7 high. */
  private static final Sensor UPRIGHT = new Sensor(Orientation.PORTRAIT.held(BODY), 24, 2.8);

  private static final double WIDE = 2 * Math.toDegrees(Math.atan(0.5));

  @Test
  void columnsAreReckonedAsUsual() {
    // columns = ceil((span - FOV) / (FOV (1 - overlap))) + 1: ceil((180 - 53.1) / 26.6) + 1 = 6.
    Panorama.Layout layout =
        new Panorama(180, 60, 0.5, 0, 8).layout(UPRIGHT, new Direction(180, 30));
    assertThat(layout.columns()).isEqualTo(6);
    assertThat(layout.rows()).isEqualTo(1);
    assertThat(layout.stepDeg()).isCloseTo(WIDE / 2, within(1e-6));
    assertThat(layout.overlap()).isCloseTo(0.5, within(1e-9));
    assertThat(layout.positions().get(0).azimuthDeg())
        .isCloseTo(180 - 2.5 * WIDE / 2, within(1e-6));
  }

  @Test
  void clicksNeverGiveAwayTheOverlap() {
    Panorama.Layout layout =
        new Panorama(180, 60, 0.5, 7.5, 8).layout(UPRIGHT, new Direction(180, 30));
    assertThat(layout.clicks()).isEqualTo(3);
    assertThat(layout.stepDeg()).isEqualTo(22.5);
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
    assertThat(layout.rows()).isEqualTo(2);
    List<Direction> p = layout.positions();
    assertThat(p.get(0).altitudeDeg()).isGreaterThan(p.get(p.size() - 1).altitudeDeg());
    Direction endOfFirst = p.get(layout.columns() - 1);
    Direction startOfSecond = p.get(layout.columns());
    assertThat(startOfSecond.azimuthDeg()).isCloseTo(endOfFirst.azimuthDeg(), within(1e-9));
  }

  @Test
  void allRoundThereIsNoEnd() {
    Panorama.Layout layout =
        new Panorama(360, 40, 0.4, 30, 8).layout(UPRIGHT, new Direction(0, 20));
    assertThat(layout.columns()).isEqualTo(12);
  }

  @Test
  void timesAddUp() {
    Panorama.Layout layout =
        new Panorama(180, 60, 0.5, 0, 8).layout(UPRIGHT, new Direction(180, 30));
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
    double wide = sensor.fieldOfViewDeg(24);
    double high = sensor.fieldOfViewDeg(36);
    Panorama.Layout layout;
    try {
      layout = new Panorama(span, height, overlap, 0, 8).layout(sensor, new Direction(100, 20));
    } catch (InvalidInput e) {
      return;
    }
    assertThat(layout.overlap()).isGreaterThanOrEqualTo(overlap - 1e-9);
    double low = layout.positions().get(layout.positions().size() - 1).altitudeDeg();
    double shrink = Angle.cos(Math.max(0, Math.abs(low) - high / 2));
    double covered = (layout.columns() - 1) * layout.stepDeg() + wide / shrink;
    assertThat(covered).isGreaterThanOrEqualTo(span - 1e-6);
    assertThat((layout.rows() - 1) * layout.rowStepDeg() + high)
        .isGreaterThanOrEqualTo(height - 1e-6);
    assertThat(layout.positions()).hasSize(layout.rows() * layout.columns());
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
