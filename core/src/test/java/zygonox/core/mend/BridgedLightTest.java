package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zygonox.core.align.Homography;
import zygonox.core.format.DrawnLight;
import zygonox.core.format.LightSource;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** Spots on a dark sky that moves 8 pixels to the right from one frame to the next. */
class BridgedLightTest {
  private static final PixelLayout LAYOUT = new PixelLayout(200, 60, 1, 16);
  private static final double MOVED = 8;
  private static final StillLight DARK =
      new StillLight(200, new float[LAYOUT.width() * LAYOUT.height()]);

  private static Homography right(double pixels) {
    return new Homography(new double[] {1, 0, pixels, 0, 1, 0, 0, 0, 1});
  }

  /** Half way between the two frames. */
  private static final Moments HALF_WAY =
      Moments.of(List.of(new Bridge.Moment(right(-MOVED / 2), right(MOVED / 2))));

  /** Round spots. */
  private static LightSource spots(double... columns) {
    return spotsOn(0.01f, 0.5, columns);
  }

  private static LightSource spotsOn(double sky, double height, double... columns) {
    return new DrawnLight(
        LAYOUT,
        (x, y) -> {
          double light = sky;
          for (double column : columns) {
            double r = (x - column) * (x - column) + Math.pow(y - 30, 2);
            light += height * Math.exp(-r / 4);
          }
          return light;
        });
  }

  /** The row through the spots. */
  private static float[] row(BridgedLight light) throws UnreadableFrame {
    float[] start = new float[LAYOUT.width() * 20];
    light.read(0, 20, start);
    float[] rest = new float[LAYOUT.width() * 40];
    light.read(20, 40, rest);
    float[] middle = new float[LAYOUT.width()];
    System.arraycopy(rest, 10 * LAYOUT.width(), middle, 0, middle.length);
    return middle;
  }

  @Test
  void aStarIsSeenBetweenItsTwoPlaces() throws Exception {
    float[] row = row(new BridgedLight(spots(80), () -> spots(80 + MOVED), HALF_WAY, false, DARK));
    assertThat(row[80]).isCloseTo(0.51f, within(0.02f));
    assertThat(row[84]).isCloseTo(0.51f, within(0.02f));
    // The next frame's own star is that frame's to show.
    assertThat(row[92]).isLessThan(0.02f);
  }

  /** What is lacking is told by the star's own light, however bright the sky is behind it. */
  @Test
  void aFaintTrailOnABrightSkyIsEvenToo() throws Exception {
    float[] sky = new float[LAYOUT.width() * LAYOUT.height()];
    Arrays.fill(sky, 0.3f);
    Moments halfWay = Moments.of(List.of(new Bridge.Moment(right(-1.5), right(1.5))));
    float[] row =
        row(
            new BridgedLight(
                spotsOn(0.3, 0.022, 80),
                () -> spotsOn(0.3, 0.022, 83),
                halfWay,
                false,
                new StillLight(200, sky)));
    assertThat(row[81]).isCloseTo((float) (0.3 + 0.022 * Math.exp(-0.25 / 4)), within(0.001f));
  }

  @Test
  void whatStaysAndWhatIsInOneFrameOnlyAddsNothing() throws Exception {
    float[] alone = new float[LAYOUT.width()];
    spots(40, 120).read(30, 1, alone);
    float[] row = row(new BridgedLight(spots(40, 120), () -> spots(40), HALF_WAY, false, DARK));
    for (int x = 0; x < row.length; x++) {
      assertThat(row[x]).as("column %d", x).isCloseTo(alone[x], within(0.02f));
    }
  }

  @Test
  void whereTheNextFrameShowsItsOwnLightTheResultIsTheSame() throws Exception {
    float[] next = new float[LAYOUT.width()];
    spots(80 + MOVED).read(30, 1, next);
    float[] all = row(new BridgedLight(spots(80), () -> spots(88), HALF_WAY, false, DARK));
    float[] some = row(new BridgedLight(spots(80), () -> spots(88), HALF_WAY, true, DARK));
    int spared = 0;
    for (int x = 0; x < LAYOUT.width(); x++) {
      assertThat(Math.max(some[x], next[x])).isEqualTo(Math.max(all[x], next[x]));
      spared += some[x] < all[x] ? 1 : 0;
    }
    assertThat(spared).isPositive();
  }

  /** What would come beyond the right edge is not to come in at the left. */
  @Test
  void aStarThatLeavesThePictureIsNotBroughtBackByTheOtherSide() throws Exception {
    PixelLayout layout = LAYOUT;
    LightSource last = spots(192);
    float[] alone = new float[layout.samples()];
    last.read(0, layout.height(), alone);
    Moments outwards = Moments.of(List.of(new Bridge.Moment(right(-10), right(-10))));
    BridgedLight bridged = new BridgedLight(spots(192), () -> spots(192), outwards, false, DARK);
    float[] whole = new float[layout.samples()];
    bridged.read(0, layout.height(), whole);
    for (int y = 0; y < layout.height(); y++) {
      for (int x = 0; x < 30; x++) {
        assertThat(whole[y * layout.width() + x]).isEqualTo(alone[y * layout.width() + x]);
      }
    }
  }

  @Test
  void readFromItsMiddleItIsTheSame() throws Exception {
    float[] whole = row(new BridgedLight(spots(80), () -> spots(88), HALF_WAY, false, DARK));
    BridgedLight turned = new BridgedLight(spots(80), () -> spots(88), HALF_WAY, false, DARK);
    float[] some = new float[LAYOUT.width() * 20];
    turned.read(40, 20, some);
    turned.read(20, 20, some);
    for (int x = 0; x < LAYOUT.width(); x++) {
      assertThat(some[10 * LAYOUT.width() + x]).isEqualTo(whole[x]);
    }
  }

  /** Workers begin in the middle of a frame, and bands at any row: the result is to be the same. */
  @Test
  void whatStandsOutIsTheSameWhereverReadingBegins() throws Exception {
    RowWindow whole = new LightWindow(noise(), LAYOUT.height(), Optional.of(DARK));
    whole.hold(0, LAYOUT.height() - 1);
    int standing = 0;
    for (int begin = 1; begin < 20; begin++) {
      RowWindow later = new LightWindow(noise(), LAYOUT.height(), Optional.of(DARK));
      later.hold(begin, LAYOUT.height() - 1);
      for (int row = begin; row < LAYOUT.height() - 1; row++) {
        long bits = whole.standouts().at(0, RowWindow.PIECE, row, row);
        standing += Long.bitCount(bits);
        assertThat(later.standouts().at(0, RowWindow.PIECE, row, row)).isEqualTo(bits);
      }
    }
    assertThat(standing).isPositive();
  }

  /** Another in each row, so that each row would tell another limit. */
  private static LightSource noise() {
    LightSource even = spots();
    return new LightSource() {
      @Override
      public PixelLayout layout() {
        return LAYOUT;
      }

      @Override
      public boolean anyRowsCheaply() {
        return false;
      }

      @Override
      public long heldBytes() {
        return 0;
      }

      @Override
      public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
        even.read(firstRow, rows, into);
        for (int y = 0; y < rows; y++) {
          Random random = new Random(firstRow + y);
          for (int x = 0; x < LAYOUT.width(); x++) {
            into[y * LAYOUT.width() + x] += (float) (0.002 * random.nextGaussian());
          }
        }
      }

      @Override
      public void close() {}
    };
  }

  @Test
  void aNextFrameThatCannotBeReadLeavesThisOneAsItIs() throws Exception {
    LightSource own = spots(80);
    BridgedLight bridged =
        new BridgedLight(
            own,
            () -> {
              throw new UnreadableFrame(Path.of("next.jpg"), ReadFault.of(ReadFault.Kind.DAMAGED));
            },
            HALF_WAY,
            false,
            DARK);
    float[] alone = new float[LAYOUT.width()];
    own.read(30, 1, alone);
    assertThat(row(bridged)).containsExactly(alone);
  }
}
