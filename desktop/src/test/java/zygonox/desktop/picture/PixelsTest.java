package zygonox.desktop.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

class PixelsTest {
  private static Raster checks(int width, int height) {
    Raster raster = Raster.blank(new PixelLayout(width, height, 3, 16));
    for (int i = 0; i < width * height; i++) {
      boolean white = (i % width + i / width) % 2 == 0;
      for (int c = 0; c < 3; c++) {
        raster.samples()[3 * i + c] = white ? (short) 65535 : 0;
      }
    }
    return raster;
  }

  @Test
  void atFullSizeEveryPixelIsItself() {
    Pixels pixels = Pixels.of(checks(64, 64));
    int[] screen = new int[64 * 64];
    Renderer.draw(pixels, new Viewport(32, 32, 1), screen, 64, 64, 0xff112233, Lift.NONE);
    assertThat(screen[0]).isEqualTo(0xffffffff);
    assertThat(screen[1]).isEqualTo(0xff000000);
    assertThat(screen[65]).isEqualTo(0xffffffff);
  }

  @Test
  void farAwayChecksAreGrey() {
    Pixels pixels = Pixels.of(checks(1600, 1600));
    int[] screen = new int[100 * 100];
    Renderer.draw(pixels, new Viewport(800, 800, 0.0625), screen, 100, 100, 0, Lift.NONE);
    assertThat(screen[50 * 100 + 50] & 0xff).isBetween(120, 135);
  }

  @Test
  void redMeansNoGreenAndNoBlue() {
    Pixels pixels = Pixels.of(checks(64, 64));
    int[] screen = new int[64 * 64];
    Renderer.draw(pixels, new Viewport(32, 32, 1), screen, 64, 64, 0xff200000, Lift.NONE);
    Renderer.redden(screen);
    for (int pixel : screen) {
      assertThat(pixel & 0xffff).isZero();
    }
    assertThat(screen[0] >> 16 & 0xff).isGreaterThan(250);
  }

  @Test
  void zoomingKeepsThePointUnderThePointer() {
    Viewport view = new Viewport(500, 400, 0.5);
    Viewport closer = view.zoomed(2, 100, -60);
    assertThat(closer.centreX() + 100 / 2.0).isCloseTo(500 + 100 / 0.5, within(1e-9));
    assertThat(closer.centreY() - 60 / 2.0).isCloseTo(400 - 60 / 0.5, within(1e-9));
  }

  @Test
  void aDifferenceOfLikesIsBlack() {
    int[] a = {0xff102030, 0xffffffff};
    Renderer.difference(a, new int[] {0xff102030, 0xfff0ffff});
    assertThat(a).containsExactly(0xff000000, 0xff0f0000);
  }

  @Test
  void thePyramidEndsSmall() {
    Pixels pixels = Pixels.of(checks(1601, 807));
    var last = pixels.levels().get(pixels.levels().size() - 1);
    assertThat(Math.max(last.width(), last.height())).isLessThanOrEqualTo(400);
    assertThat(pixels.width()).isEqualTo(1601);
  }

  private static int[] grey(int... values) {
    int[] argb = new int[values.length];
    for (int i = 0; i < values.length; i++) {
      argb[i] = 0xff000000 | values[i] * 0x010101;
    }
    return argb;
  }

  @Test
  void theLiftMakesADarkPictureVisibleAndKeepsItsOrder() {
    Lift lift = Lift.of(grey(2, 3, 3, 4, 3, 3, 200));
    assertThat(lift.lifts()).isTrue();
    // The middle brightness comes to a third of white, and neighbours stay apart.
    assertThat(lift.of(3)).isBetween(80, 100);
    assertThat(lift.of(0)).isZero();
    assertThat(lift.of(255)).isEqualTo(255);
    for (int v = 1; v < 256; v++) {
      assertThat(lift.of(v)).isGreaterThanOrEqualTo(lift.of(v - 1));
    }
    assertThat(lift.of(4) - lift.of(2)).isGreaterThan(20);
  }

  @Test
  void whatIsBrightOrBlackIsNotLiftedBeyondMeasure() {
    assertThat(Lift.of(grey(120, 130, 140)).lifts()).isFalse();
    Lift black = Lift.of(grey(0, 0, 0, 1));
    assertThat(black.of(0)).isZero();
    assertThat(black.of(255)).isEqualTo(255);
  }

  @Test
  void theGroundBesideAPictureIsNotLifted() {
    Pixels pixels = Pixels.of(checks(64, 64));
    int[] screen = new int[100 * 100];
    Lift lift = Lift.of(grey(2, 2, 2));
    Renderer.draw(pixels, new Viewport(32, 32, 1), screen, 100, 100, 0xff14171c, lift);
    assertThat(screen[0]).isEqualTo(0xff14171c);
    assertThat(screen[50 * 100 + 5]).isEqualTo(0xff14171c);
    assertThat(screen[50 * 100 + 95]).isEqualTo(0xff14171c);
    assertThat(screen[50 * 100 + 50] & 0xff).isIn(0, 255);
  }
}
