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
import zygonox.core.frame.FrameInfo;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.TestPictures;
import zygonox.core.measure.FoundStar;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

class AlignTest {
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
    Optional<StarMatcher.Match> match = new StarMatcher(reference).match(moved, null);
    assertThat(match).isPresent();
    assertThat(match.get().inliers()).isGreaterThan(110);
    for (FoundStar star : reference) {
      double x = back.x(star.x(), star.y());
      double y = back.y(star.x(), star.y());
      assertThat(match.get().map().x(x, y)).isCloseTo(star.x(), within(0.3));
      assertThat(match.get().map().y(x, y)).isCloseTo(star.y(), within(0.3));
    }
  }

  @Test
  void strangersDoNotMatch() {
    List<FoundStar> one = sky(120, new Random(1));
    List<FoundStar> other = sky(120, new Random(2));
    assertThat(new StarMatcher(one).match(other, Homography.IDENTITY)).isEmpty();
    assertThat(new StarMatcher(one).match(List.of(), Homography.IDENTITY)).isEmpty();
  }

  @Test
  void aMovedSmoothPictureKeepsItsShape() throws Exception {
    PixelLayout layout = new PixelLayout(200, 150, 3, 16);
    Raster raster = TestPictures.smooth(layout);
    Path file = TestPictures.write(folder.resolve("a.tif"), raster, FrameInfo.UNKNOWN);
    Homography shift = new Homography(new double[] {1, 0, 3.25, 0, 1, -2.5, 0, 0, 1});
    PixelSource source = FrameReader.open(FrameReader.look(file));
    try (PixelSource moved = new MovedSource(source, shift)) {
      short[] rows = new short[layout.samples()];
      moved.read(0, 150, rows);
      Raster result = new Raster(layout, rows);
      assertThat(moved.coveredFrom(20)).isEqualTo(4);
      assertThat(moved.coveredTo(20)).isEqualTo(200);
      assertThat(moved.coveredTo(149)).isEqualTo(moved.coveredFrom(149));
      for (int y = 10; y < 130; y += 7) {
        for (int x = 12; x < 190; x += 5) {
          double u = x - 3.25;
          double v = y + 2.5;
          double truth = 65535 * (0.5 + 0.4 * Math.sin(u / 40 + 1) * Math.cos(v / 30 - 1));
          assertThat((double) result.at(x, y, 1)).isCloseTo(truth, within(6.0));
        }
      }
    }
  }
}
