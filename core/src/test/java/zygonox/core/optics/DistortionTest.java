package zygonox.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

class DistortionTest {
  private static final Body BODY = new Body("b", 36, 24, 6000, 4000);
  private static final Direction AHEAD = new Direction(150, 25);

  @Property(tries = 200)
  void whatAPixelLooksAlongIsSeenThere(
      @ForAll @DoubleRange(min = 0, max = 5999) double x,
      @ForAll @DoubleRange(min = 0, max = 3999) double y,
      @ForAll @DoubleRange(min = -0.06, max = 0.06) double distortion) {
    Projection lens = new Projection(BODY, 20, AHEAD, distortion);
    Vector v = lens.towards(x, y);
    assertThat(lens.x(v)).isCloseTo(x, within(1e-3));
    assertThat(lens.y(v)).isCloseTo(y, within(1e-3));
    assertThat(v.dot(v)).isCloseTo(1, within(1e-12));
  }

  @Property(tries = 50)
  void aCornerIsDrawnOutByTheShareAndHalfwayByAQuarterOfIt(
      @ForAll @DoubleRange(min = -0.05, max = 0.05) double distortion) {
    Projection straight = new Projection(BODY, 20, AHEAD);
    Projection lens = new Projection(BODY, 20, AHEAD, distortion);
    for (double share : new double[] {1, 0.5}) {
      Vector v = straight.towards(2999.5 + share * 3000, 1999.5 + share * 2000);
      double out = Math.hypot(lens.x(v) - 2999.5, lens.y(v) - 1999.5);
      double usual = share * Math.hypot(3000, 2000);
      assertThat(out / usual - 1).isCloseTo(distortion * share * share, within(1e-9));
    }
  }
}
