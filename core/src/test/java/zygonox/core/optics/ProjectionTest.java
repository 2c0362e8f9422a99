package zygonox.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

class ProjectionTest {
  private final Body body = new Body("test", 36, 24, 6000, 4000);

  @Test
  void theAxisFallsOnTheMiddle() {
    Projection lens = new Projection(body, 20, new Direction(62, 34));
    Vector axis = Vector.of(new Direction(62, 34));
    assertThat(lens.x(axis)).isCloseTo(2999.5, within(1e-6));
    assertThat(lens.y(axis)).isCloseTo(1999.5, within(1e-6));
  }

  @Test
  void halfTheFieldOfViewFallsOnTheEdge() {
    Projection lens = new Projection(body, 20, new Direction(0, 0));
    double half = Math.toDegrees(Math.atan(36 / (2 * 20.0)));
    Vector edge = Vector.of(new Direction(half, 0));
    assertThat(lens.x(edge)).isCloseTo(5999.5, within(1e-6));
  }

  @Test
  void eastIsToTheRightWhenFacingNorthAndUpIsUp() {
    Projection lens = new Projection(body, 24, new Direction(0, 20));
    assertThat(lens.x(Vector.of(new Direction(10, 20)))).isGreaterThan(3000);
    assertThat(lens.y(Vector.of(new Direction(0, 25)))).isLessThan(2000);
  }

  @Test
  void aPixelLooksWhereItsDirectionFalls() {
    Projection lens = new Projection(body, 35, new Direction(200, 48));
    Vector v = lens.towards(123.25, 3801.5);
    assertThat(lens.x(v)).isCloseTo(123.25, within(1e-6));
    assertThat(lens.y(v)).isCloseTo(3801.5, within(1e-6));
    assertThat(v.dot(v)).isCloseTo(1, within(1e-12));
  }
}
