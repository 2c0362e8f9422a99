package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raw.BayerPattern;
import zygonox.core.raw.Mosaic;
import zygonox.core.work.WholeFile;

/**
 * What LibRaw unpacks, against what we read of the same file: it reads DNG files, too, and has no
 * code with ours in common.
 */
class MakerRawTest {
  private static final int WIDTH = 64;
  private static final int HEIGHT = 48;
  private static final int BLACK = 512;
  private static final int WHITE = 16_383;

  @TempDir Path folder;

  @BeforeEach
  void needsLibRaw() {
    assumeTrue(LibRaw.isPresent(), "the system has no LibRaw");
  }

  /** Smooth colours with noise that reaches below black, brighter to the right. */
  private Path dng(BayerPattern pattern, int orientation, double brightness) throws IOException {
    FrameInfo info = TestPictures.info("2026-10-14T22:00:00", "+01:00");
    Random random = new Random(orientation);
    double[] neutral = {0.5, 1, 0.65};
    Path file = folder.resolve("f" + orientation + ".dng");
    DngWriter.write(
        file,
        WholeFile.IfPresent.REPLACE,
        new PictureHeader(WIDTH, HEIGHT, 1, Depth.SIXTEEN, info, () -> ""),
        new DngWriter.Sensor(pattern, BLACK, WHITE, neutral),
        16,
        (first, rows, samples) -> {
          for (int y = 0; y < rows; y++) {
            for (int x = 0; x < WIDTH; x++) {
              double light = brightness * (0.02 + 0.5 * x / WIDTH) + 0.002 * random.nextGaussian();
              double full = neutral[pattern.at(x, first + y)] * (WHITE - BLACK);
              samples[y * WIDTH + x] = (short) Math.max(0, BLACK + light * full);
            }
          }
        });
    turn(file, orientation);
    return file;
  }

  /** Our writer's pictures stand upright: another orientation is put into its tag, 274. */
  private static void turn(Path file, int orientation) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    byte[] tag = {0x12, 0x01, 3, 0, 1, 0, 0, 0};
    for (int i = 0; i < bytes.length - tag.length; i++) {
      if (Arrays.equals(bytes, i, i + tag.length, tag, 0, tag.length)) {
        bytes[i + tag.length] = (byte) orientation;
      }
    }
    Files.write(file, bytes);
  }

  /** The same file as one of a maker's own format. */
  private static Frame asMakers(Path dng) throws UnreadableFrame {
    FrameInfo info = LibRaw.info(dng);
    PixelLayout upright =
        OrientedSource.uprightLayout(MakerRaw.look(dng).layout(), info.orientation());
    return new Frame(dng, PictureFormat.RAW, upright, info);
  }

  @ParameterizedTest
  @CsvSource({"0,1,1,2", "2,1,1,0", "1,0,2,1", "1,2,0,1"})
  void countsAreTakenFromTheSensorAsTheyAre(int a, int b, int c, int d) throws Exception {
    Path file = dng(new BayerPattern(a, b, c, d), 1, 1);
    Mosaic ours = DngStructure.read(file).orElseThrow().mosaic();
    MakerRaw raw = MakerRaw.look(file);
    assertThat(raw.isMosaic()).isTrue();
    Mosaic theirs = raw.mosaic();
    assertThat(theirs.pattern()).isEqualTo(ours.pattern());
    assertThat(theirs.samples()).isEqualTo(ours.samples());
    assertThat(theirs.black()).containsExactly(BLACK, BLACK, BLACK, BLACK);
    assertThat(theirs.white()).isEqualTo(WHITE);
    assertThat(PictureReader.isMosaic(asMakers(file))).isTrue();
  }

  @Test
  void aDarkFrameKeepsWhatLiesBelowBlack() throws Exception {
    Path file = dng(BayerPattern.RGGB, 1, 0);
    Mosaic dark = MakerRaw.look(file).mosaic();
    assertThat(dark.black()).containsExactly(BLACK, BLACK, BLACK, BLACK);
    int below = 0;
    for (short sample : dark.samples()) {
      below += sample < BLACK ? 1 : 0;
    }
    assertThat(below).isGreaterThan(dark.samples().length / 3);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3, 6, 8})
  void aPictureStandsUprightAndHasTheSameColours(int orientation) throws Exception {
    Path file = dng(BayerPattern.RGGB, orientation, 1);
    Frame makers = asMakers(file);
    Frame own = Frame.look(file);
    assertThat(makers.info().orientation()).isEqualTo(orientation);
    assertThat(makers.layout()).isEqualTo(own.layout());
    Raster theirs = PictureReader.readWhole(makers);
    Raster ours = PictureReader.readWhole(own);
    for (int i = 0; i < ours.layout().samples(); i++) {
      assertThat(theirs.samples()[i] & 0xffff)
          .as("sample %d", i)
          .isCloseTo(ours.samples()[i] & 0xffff, within(200));
    }
  }

  @Test
  void brightFramesDoNotShiftTheWhiteOfDarkerOnes() throws Exception {
    // The brightest sample of this one is far below white: it is not taken for it.
    Mosaic dim = MakerRaw.look(dng(BayerPattern.RGGB, 1, 0.2)).mosaic();
    assertThat(dim.white()).isEqualTo(WHITE);
  }
}
