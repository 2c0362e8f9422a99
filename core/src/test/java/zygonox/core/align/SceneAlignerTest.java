package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

/** Scenes that are known at every point, seen through known maps, with noise. */
class SceneAlignerTest {
  private static final int WIDTH = 900;
  private static final int HEIGHT = 600;
  private static final double NOISE = 0.06;

  @TempDir Path folder;

  /** Soft hills of brightness, and on some of them a texture, as of grass and stone. */
  private static final class Scene {
    private final long seed;
    private final double[][] hills;

    Scene(long seed) {
      this.seed = seed;
      Random random = new Random(seed);
      hills = new double[90][];
      for (int i = 0; i < hills.length; i++) {
        double size = 2.5 * Math.pow(40, random.nextDouble());
        hills[i] =
            new double[] {
              random.nextDouble() * 1400 - 250,
              random.nextDouble() * 1000 - 200,
              size,
              (random.nextDouble() - 0.5) * 0.7
            };
      }
    }

    double at(double x, double y) {
      double sum = 0.45;
      for (double[] h : hills) {
        double dx = (x - h[0]) / h[2];
        double dy = (y - h[1]) / h[2];
        double far = dx * dx + dy * dy;
        sum += far < 12 ? h[3] * Math.exp(-far / 2) : 0;
      }
      double grass = Math.max(0, Math.sin(x / 90 + seed) * Math.cos(y / 70));
      double slant = 3 + seed % 5;
      sum += 0.09 * grass * (Math.sin(x / 2.1 + y / slant) + Math.sin(y / 1.7 - x / slant));
      return Math.max(0.02, Math.min(0.98, sum));
    }
  }

  /**
   * @param onto from the frame's pixels to the scene's
   */
  private Frame frame(String name, Scene scene, Homography onto, double gain, long seed)
      throws Exception {
    RandomGenerator random = new SplittableRandom(seed);
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 8));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double value = gain * scene.at(onto.x(x, y), onto.y(x, y)) + NOISE * random.nextGaussian();
        raster.samples()[y * WIDTH + x] =
            (short) Math.max(0, Math.min(255, Math.round(255 * value)));
      }
    }
    return Frame.look(TestPictures.write(folder.resolve(name + ".png"), raster, FrameInfo.UNKNOWN));
  }

  private static Homography handheld(double deg, double dx, double dy, double tilt) {
    double cos = Math.cos(Math.toRadians(deg));
    double sin = Math.sin(Math.toRadians(deg));
    double x = WIDTH / 2.0;
    double y = HEIGHT / 2.0;
    return new Homography(
        new double[] {
          1.01 * cos,
          -sin,
          x - 1.01 * cos * x + sin * y + dx,
          sin,
          1.01 * cos,
          y - sin * x - 1.01 * cos * y + dy,
          tilt,
          -tilt / 2,
          1
        });
  }

  private static double rms(Homography found, Homography truth) {
    double sum = 0;
    int count = 0;
    for (int y = 30; y < HEIGHT; y += 60) {
      for (int x = 30; x < WIDTH; x += 60) {
        sum +=
            Math.pow(found.x(x, y) - truth.x(x, y), 2) + Math.pow(found.y(x, y) - truth.y(x, y), 2);
        count++;
      }
    }
    return Math.sqrt(sum / count);
  }

  private static Aligned align(SceneAligner aligner, List<Frame> frames) {
    return aligner.align(frames, Workroom.unwatched(ByteSize.parse("200m")));
  }

  @Test
  void handheldFramesAreBroughtOntoEachOtherToATenthOfAPixel() throws Exception {
    Scene scene = new Scene(3);
    List<Homography> truth =
        List.of(
            Homography.IDENTITY,
            handheld(0.8, 9.3, -6.7, 2e-6),
            handheld(-2.5, -31.4, 18.2, -8e-6),
            handheld(9, 70.6, 35.1, 1e-5),
            handheld(-14, -50, 60, 0));
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < truth.size(); i++) {
      frames.add(frame("f" + i, scene, truth.get(i), 1 - 0.08 * i, i));
    }
    Aligned aligned = align(SceneAligner.scene(Optional.of(frames.get(0).file())), frames);
    assertThat(aligned.failures()).isEmpty();
    for (int i = 1; i < truth.size(); i++) {
      Alignment one = aligned.alignments().get(i);
      assertThat(rms(one.matrix(), truth.get(i))).as("frame " + i).isLessThan(0.15);
      assertThat(one.rmsPixels()).as("told of frame " + i).isLessThan(0.2);
    }
  }

  @Test
  void whatMovesInTheSceneDoesNotPull() throws Exception {
    Scene scene = new Scene(4);
    Frame still = frame("a", scene, Homography.IDENTITY, 1, 1);
    Homography truth = handheld(0.5, 6.2, 3.1, 0);
    // A third of the picture shows another scene, as a walking crowd would.
    Scene crowd = new Scene(77);
    Random random = new Random(5);
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 8));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        Scene seen = x > 300 && x < 600 && y > 150 ? crowd : scene;
        double value = seen.at(truth.x(x, y), truth.y(x, y)) + NOISE * random.nextGaussian();
        raster.samples()[y * WIDTH + x] =
            (short) Math.max(0, Math.min(255, Math.round(255 * value)));
      }
    }
    Frame moved =
        Frame.look(TestPictures.write(folder.resolve("b.png"), raster, FrameInfo.UNKNOWN));
    Aligned aligned = align(SceneAligner.scene(Optional.of(still.file())), List.of(still, moved));
    assertThat(rms(aligned.alignments().get(1).matrix(), truth)).isLessThan(0.2);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.37, 4.81, -23.25})
  void shiftsAreFoundToASmallPartOfAPixel(double by) throws Exception {
    Scene scene = new Scene(6);
    Homography truth = new Homography(new double[] {1, 0, by, 0, 1, -by / 2, 0, 0, 1});
    Frame a = frame("a", scene, Homography.IDENTITY, 1, 1);
    Frame b = frame("b", scene, truth, 0.9, 2);
    Aligned aligned = align(SceneAligner.shift(Optional.of(a.file())), List.of(a, b));
    Homography found = aligned.alignments().get(1).matrix();
    assertThat(rms(found, truth)).isLessThan(0.05);
    assertThat(found.rowMajor()[0]).isCloseTo(1, within(1e-12));
    assertThat(found.rowMajor()[1]).isCloseTo(0, within(1e-12));
  }

  @Test
  void anotherSceneIsLeftOutAndNeverForced() throws Exception {
    Frame a = frame("a", new Scene(1), Homography.IDENTITY, 1, 1);
    Frame b = frame("b", new Scene(1), handheld(0.3, 2, 1, 0), 1, 2);
    Frame other = frame("c", new Scene(9), Homography.IDENTITY, 1, 3);
    Aligned aligned = align(SceneAligner.scene(Optional.of(a.file())), List.of(a, b, other));
    assertThat(aligned.frames()).containsExactly(a, b);
    assertThat(aligned.failures()).extracting(Unmatched::file).containsExactly(other.file());
  }

  /** What is kept is believed, so that it is seen whether frames were matched again. */
  @Test
  void framesAreMatchedOnceAndAnewWhenOneOfThemIsAnotherNow() throws Exception {
    Homography truth = handheld(0.3, 2, 1, 0);
    Frame a = frame("a", new Scene(1), Homography.IDENTITY, 1, 1);
    Frame b = frame("b", new Scene(1), truth, 1, 2);
    Frame other = frame("c", new Scene(9), Homography.IDENTITY, 1, 3);
    Workroom room =
        new Workroom(
            ByteSize.parse("200m"),
            Optional.empty(),
            new KeptFiles(folder.resolve("kept")),
            Progress.NONE,
            new Cancellation());
    SceneAligner aligner = SceneAligner.scene(Optional.of(a.file()));
    List<Frame> frames = List.of(a, b, other);
    Aligned first = aligner.align(frames, room);
    assertThat(rms(first.alignments().get(1).matrix(), truth)).isLessThan(0.15);
    assertThat(first.failures()).hasSize(1);
    assertThat(aligner.align(frames, room)).usingRecursiveComparison().isEqualTo(first);
    KnownScenes known = new KnownScenes(room.kept());
    Homography wrong = handheld(0, 77, 0, 0);
    known.keep(
        a.file(),
        b.file(),
        SceneMatcher.Freedom.PERSPECTIVE,
        Optional.of(new SceneMatcher.Match(wrong, 9, 8, List.of(new Miss(1, 2, 3, 4)))));
    Alignment again = aligner.align(frames, room).alignments().get(1);
    assertThat(again.matrix()).isEqualTo(wrong);
    assertThat(again.stars()).isEqualTo(9);
    assertThat(again.inliers()).isEqualTo(8);
    assertThat(again.misses()).containsExactly(new Miss(1, 2, 3, 4));
    Frame changed = frame("b", new Scene(1), truth, 0.9, 4);
    Aligned anew = aligner.align(List.of(a, changed, other), room);
    assertThat(rms(anew.alignments().get(1).matrix(), truth)).isLessThan(0.15);
  }

  /**
   * How brightness grows over a picture tells nothing of where it is: only what stands out does.
   */
  @Test
  void whatOnlyGrowsBrighterEvenlyIsLeftOutAlsoWhereItIsMadeSmaller() throws Exception {
    Raster even = Raster.blank(new PixelLayout(6500, 150, 1, 16));
    for (int i = 0; i < even.samples().length; i++) {
      even.samples()[i] = (short) (13_000 + i % 6500);
    }
    Path file = TestPictures.write(folder.resolve("even.png"), even, FrameInfo.UNKNOWN);
    try (PixelSource source = PictureReader.open(Frame.look(file))) {
      GreyLevels levels = GreyLevels.of(source, new Cancellation());
      assertThat(levels.shrink()).isEqualTo(3);
      GreyLevels.Level largest = levels.levels().get(0);
      for (int x = 20; x < largest.width() - 20; x++) {
        assertThat(largest.at(x, 25)).isCloseTo(0, within(1e-4f));
      }
    }
  }
}
