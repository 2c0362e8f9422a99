package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import zygonox.core.align.Homography;

/** How many moments a gap is bridged at, and where. */
class MomentsTest {
  /** Half a minute, a second closed. */
  private static final double USUAL = 30 / 31.0;

  /** About a pole at (500, 500), by so many pixels at a distance of 1000. */
  private static Homography turned(double pixels) {
    double sin = Math.sin(pixels / 1000);
    double cos = Math.cos(pixels / 1000);
    return new Homography(
        new double[] {
          cos, -sin, 500 - 500 * cos + 500 * sin, sin, cos, 500 - 500 * sin - 500 * cos, 0, 0, 1
        });
  }

  @Test
  void longArcsNeedOneMomentAndShortOnesMany() {
    Moments moments = Moments.between(turned(20), USUAL);
    assertThat(moments.most()).hasSize(3);
    assertThat(moments.at(1500, 500)).hasSize(1);
    assertThat(moments.at(500, 1000)).hasSize(1);
    // 6.4 pixels, of which 2.2 are as bright as a trail.
    assertThat(moments.at(820, 500)).hasSize(2);
    assertThat(moments.at(560, 500)).isEqualTo(moments.most());
    assertThat(moments.at(500, 500)).isEqualTo(moments.most());
  }

  @Test
  void aMissingFrameNeedsMore() {
    assertThat(Moments.between(turned(40), 30 / 62.0).at(1500, 500)).hasSize(2);
    assertThat(Moments.between(turned(40), 30 / 62.0).most()).hasSize(6);
    assertThat(Moments.between(turned(15), 30 / 62.0).at(1500, 500)).hasSize(4);
  }

  /** Of arcs that dim over two pixels at each end the next one's even middle begins before. */
  @Property
  void middlesOfArcsFollowEachOther(
      @ForAll @DoubleRange(min = 4.1, max = 200) double pixels,
      @ForAll @DoubleRange(min = 0.2, max = 1) double exposedShare) {
    Moments moments = Moments.between(turned(pixels), exposedShare);
    int count = moments.at(1500, 500).size();
    double way = Math.hypot(1000 - 1000 * Math.cos(pixels / 1000), 1000 * Math.sin(pixels / 1000));
    double middle = way * exposedShare - 4;
    assertThat(count).isBetween(1, moments.most().size());
    if (count < moments.most().size()) {
      assertThat(way / (count + 1)).isLessThanOrEqualTo(middle + 1e-9);
    }
  }

  @Test
  void oneMomentIsHalfWay() {
    Homography turn = turned(30);
    Bridge.Moment only = Moments.between(turn, USUAL).at(1500, 500).get(0);
    Homography both = only.own().inverse().after(only.own().inverse());
    assertThat(both.x(700, 900)).isCloseTo(turn.x(700, 900), within(1e-6));
    assertThat(only.next().x(700, 900)).isCloseTo(turn.power(0.5).x(700, 900), within(1e-6));
  }
}
