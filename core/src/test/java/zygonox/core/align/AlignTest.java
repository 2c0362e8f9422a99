package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.align.HomographyFit.Pair;
import zygonox.core.format.CurvedLight;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.stars.FoundStar;

class AlignTest {
  private static final PixelLayout LAYOUT = new PixelLayout(6000, 4000, 3, 8);
  private static final Homography TURN =
      new Homography(new double[] {0.998, -0.05, 31, 0.049, 1.001, -12, 4e-6, -3e-6, 1});

  @TempDir Path folder;

  @Test
  void aMapAndItsInverseLeadBack() {
    Homography there = TURN.inverse().after(TURN);
    assertThat(there.x(1234, 567)).isCloseTo(1234, within(1e-8));
    assertThat(there.y(1234, 567)).isCloseTo(567, within(1e-8));
  }

  @Test
  void aFitThroughExactPairsIsTheMap() {
    Random random = new Random(4);
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      double x = 6000 * random.nextDouble();
      double y = 4000 * random.nextDouble();
      pairs.add(new Pair(x, y, TURN.x(x, y), TURN.y(x, y)));
    }
    Homography found = HomographyFit.through(pairs);
    for (Pair pair : pairs) {
      assertThat(pair.missBy(found)).isLessThan(1e-6);
    }
  }

  @Test
  void pointsInALineDetermineNothing() {
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      pairs.add(new Pair(i, i, i, i));
    }
    assertThat(HomographyFit.through(pairs)).isNull();
  }

  private static List<FoundStar> sky(int count, Random random) {
    List<FoundStar> stars = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      stars.add(
          new FoundStar(
              6000 * random.nextDouble(), 4000 * random.nextDouble(), 1e6 / (i + 1), 1000));
    }
    return stars;
  }

  @Test
  void aPatternIsFoundWithoutAGuessThroughStrangers() {
    Random random = new Random(8);
    List<FoundStar> reference = sky(150, random);
    List<FoundStar> moved = new ArrayList<>();
    Homography back = TURN.inverse();
    for (FoundStar star : reference) {
      if (random.nextInt(10) == 0) {
        // One in ten is hidden, another shows instead.
        moved.add(
            new FoundStar(
                6000 * random.nextDouble(), 4000 * random.nextDouble(), star.flux(), 900));
      } else {
        moved.add(
            new FoundStar(
                back.x(star.x(), star.y()) + 0.1 * random.nextGaussian(),
                back.y(star.x(), star.y()) + 0.1 * random.nextGaussian(),
                star.flux(),
                900));
      }
    }
    Optional<StarMatcher.Match> match = new StarMatcher(reference, LAYOUT).match(moved, List.of());
    assertThat(match).isPresent();
    assertThat(match.get().inliers()).isGreaterThan(110);
    for (FoundStar star : reference) {
      double x = back.x(star.x(), star.y());
      double y = back.y(star.x(), star.y());
      assertThat(match.get().map().x(x, y)).isCloseTo(star.x(), within(0.3));
      assertThat(match.get().map().y(x, y)).isCloseTo(star.y(), within(0.3));
    }
  }

  /** On a tripod hot pixels stay where they are and stars do not. */
  @Test
  void whatStaysPutIsNoMatchWhereTheSkyMoves() {
    Random random = new Random(5);
    List<FoundStar> hot = sky(60, random);
    List<FoundStar> stars = sky(110, random);
    Homography back = TURN.inverse();
    List<FoundStar> reference = new ArrayList<>(hot);
    reference.addAll(stars);
    List<FoundStar> later = new ArrayList<>(hot);
    for (FoundStar star : stars) {
      later.add(
          new FoundStar(
              back.x(star.x(), star.y()), back.y(star.x(), star.y()), star.flux(), star.peak()));
    }
    Homography map =
        new StarMatcher(reference, LAYOUT)
            .match(later, List.of(Placement.AS_IT_IS))
            .orElseThrow()
            .map();
    assertThat(map.x(1000, 900)).isCloseTo(TURN.x(1000, 900), within(0.3));
    assertThat(map.y(5000, 3000)).isCloseTo(TURN.y(5000, 3000), within(0.3));
    // Under a tracker everything stays put, and only noise does not.
    List<FoundStar> tracked = new ArrayList<>(reference);
    tracked.addAll(sky(40, random));
    Homography still =
        new StarMatcher(reference, LAYOUT)
            .match(tracked, List.of(Placement.AS_IT_IS))
            .orElseThrow()
            .map();
    assertThat(still.x(5000, 3000)).isCloseTo(5000, within(0.01));
  }

  @Test
  void strangersDoNotMatch() {
    List<FoundStar> one = sky(120, new Random(1));
    List<FoundStar> other = sky(120, new Random(2));
    assertThat(new StarMatcher(one, LAYOUT).match(other, List.of(Placement.AS_IT_IS))).isEmpty();
    assertThat(new StarMatcher(one, LAYOUT).match(List.of(), List.of(Placement.AS_IT_IS)))
        .isEmpty();
  }

  @Test
  void aMovedSmoothPictureKeepsItsShape() throws Exception {
    PixelLayout layout = new PixelLayout(200, 150, 3, 16);
    Raster raster = TestPictures.smooth(layout);
    Path file = TestPictures.write(folder.resolve("a.tif"), raster, FrameInfo.UNKNOWN);
    Homography shift = new Homography(new double[] {1, 0, 3.25, 0, 1, -2.5, 0, 0, 1});
    PixelSource source = PictureReader.open(Frame.look(file));
    float[] linear = ToneCurve.LINEAR.light(16);
    LightSource stored = new CurvedLight(source, 3, linear);
    try (LightSource moved = Moved.onto(stored, new Placement(shift), Kernel.CUBIC)) {
      float[] rows = new float[layout.samples()];
      moved.read(0, 150, rows);
      assertThat(moved.covered(20)).containsExactly(4, 200);
      assertThat(moved.covered(149)[0]).isEqualTo(moved.covered(149)[1]);
      for (int y = 10; y < 130; y += 7) {
        for (int x = 12; x < 190; x += 5) {
          double u = x - 3.25;
          double v = y + 2.5;
          double truth = 65535 * (0.5 + 0.4 * Math.sin(u / 40 + 1) * Math.cos(v / 30 - 1));
          assertThat(rows[(y * 3 + 1) * 200 + x] * 65535.0).isCloseTo(truth, within(6.0));
        }
      }
    }
  }
}
