package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** Clips of frames whose light is known, read back by Debian's ffprobe and ffmpeg. */
class ClipMakerTest {
  private static final int WIDTH = 320;
  private static final int HEIGHT = 240;
  private static final int FRAMES = 48;
  private static final double[] FLICKER = new double[FRAMES];

  @TempDir static Path folder;

  private static Path frames;

  /** Two grounds of even colour under a sky that darkens, flickers and takes a step. */
  @BeforeAll
  static void shoot() throws IOException {
    frames = Files.createDirectory(folder.resolve("frames"));
    Random random = new Random(4);
    for (int i = 0; i < FRAMES; i++) {
      FLICKER[i] = 0.06 * random.nextGaussian();
      double stops = -0.6 * i / FRAMES + (i >= 24 ? 0.5 : 0) + FLICKER[i];
      write(frames.resolve("f%03d.png".formatted(i)), Math.pow(2, stops));
    }
  }

  private static void write(Path file, double factor) {
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 3, 8));
    float[][] light = {{0.10f, 0.16f, 0.28f}, {0.25f, 0.12f, 0.05f}};
    int i = 0;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        for (int c = 0; c < 3; c++) {
          double shade = light[y < HEIGHT / 2 ? 0 : 1][c] * (1 + 0.3 * x / WIDTH) * factor;
          raster.samples()[i++] = (short) Math.round(255 * Srgb.toEncoded(Math.min(1, shade)));
        }
      }
    }
    TestPictures.write(file, raster, FrameInfo.UNKNOWN);
  }

  private static ClipRecipe recipe(String fps, Path out, boolean even) {
    return ClipRecipe.of(FrameRate.parse(fps), Codec.usual(out))
        .withEvenness(Evenness.NONE.withSmoothRamp(even).withDeflicker(even))
        .withQuality(90);
  }

  private static ClipResult make(ClipRecipe recipe, Path from, Path out) {
    return make(recipe, from, out, WholeFile.IfPresent.REFUSE, new Cancellation());
  }

  private static ClipResult make(
      ClipRecipe recipe, Path from, Path out, WholeFile.IfPresent present, Cancellation stop) {
    FrameSet set = FrameFinder.find(List.of(from), Progress.NONE, new Cancellation());
    Workroom room = new Workroom(Workroom.usualMemory(), Optional.empty(), Progress.NONE, stop);
    return new ClipMaker(recipe, StillFormat.PNG).make(set, out, present, room);
  }

  private static String run(String... command) throws Exception {
    Process process;
    try {
      process = new ProcessBuilder(command).redirectErrorStream(true).start();
    } catch (IOException e) {
      Assumptions.abort(command[0] + " is not installed");
      return "";
    }
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(said).isZero();
    return said;
  }

  @ParameterizedTest
  @CsvSource({
    "a.webm, 29.97, vp9, 30000/1001",
    "b.mp4, 23.976, av1, 24000/1001",
    "c.mp4, 25, h264, 25/1"
  })
  void aFilmHasTheFramesTheRateAndTheColoursOfItsFrames(
      String name, String fps, String codec, String rate) throws Exception {
    Path out = folder.resolve(name);
    ClipRecipe recipe =
        recipe(fps, out, false)
            .withCodec(Codec.valueOf(codec.toUpperCase(Locale.ROOT)))
            .withQuality(95);
    ClipResult done = make(recipe, frames, out);
    assertThat(done.frames()).isEqualTo(FRAMES);
    String told =
        run(
            "ffprobe",
            "-v",
            "error",
            "-count_frames",
            "-show_entries",
            "stream=codec_name,width,height,r_frame_rate,nb_read_frames,color_range,color_space,"
                + "color_primaries,color_transfer",
            "-of",
            "default=noprint_wrappers=1",
            out.toString());
    assertThat(told)
        .contains("codec_name=" + codec)
        .contains("width=" + WIDTH)
        .contains("height=" + HEIGHT)
        .contains("r_frame_rate=" + rate)
        .contains("nb_read_frames=" + FRAMES)
        .contains("color_range=tv")
        .contains("color_space=bt709")
        .contains("color_primaries=bt709");
    Path back = Files.createDirectory(folder.resolve(name + "-back"));
    run("ffmpeg", "-v", "error", "-i", out.toString(), back.resolve("%03d.png").toString());
    for (int i : new int[] {0, 20, 47}) {
      BufferedImage was = ImageIO.read(frames.resolve("f%03d.png".formatted(i)).toFile());
      BufferedImage is = ImageIO.read(back.resolve("%03d.png".formatted(i + 1)).toFile());
      for (int y : new int[] {60, 180}) {
        for (int shift = 16; shift >= 0; shift -= 8) {
          assertThat(mean(is, y, shift)).isCloseTo(mean(was, y, shift), within(2.0));
        }
      }
    }
  }

  private static double mean(BufferedImage picture, int y, int shift) {
    double sum = 0;
    for (int x = 100; x < 200; x++) {
      sum += picture.getRGB(x, y) >> shift & 0xff;
    }
    return sum / 100;
  }

  @Test
  void lightIsEvenedOutAndItsCourseStays() throws Exception {
    Path out = folder.resolve("even");
    ClipResult done = make(recipe("30", out, true), frames, out);
    assertThat(done.steps()).hasSize(1);
    assertThat(done.steps().get(0).after().getFileName()).hasToString("f023.png");
    assertThat(done.steps().get(0).stops()).isCloseTo(0.5, within(0.08));
    assertThat(done.flickerBefore()).isGreaterThan(0.07);
    assertThat(done.flickerAfter()).isLessThan(0.01);
    double[] levels = new double[FRAMES];
    for (int i = 0; i < FRAMES; i++) {
      BufferedImage picture = ImageIO.read(out.resolve("%06d.png".formatted(i + 1)).toFile());
      double light = Srgb.toLight(mean(picture, 60, 8) / 255);
      levels[i] = Math.log(light) / Math.log(2) + 0.6 * i / FRAMES;
    }
    double mean = Arrays.stream(levels).average().orElseThrow();
    for (double level : levels) {
      assertThat(level).isCloseTo(mean, within(0.1));
    }
    // A step of 8 bits is about 0.02 stops here.
    for (int i = 1; i < FRAMES; i++) {
      assertThat(levels[i] - levels[i - 1]).isCloseTo(0, within(0.05));
    }
  }

  @Test
  void aSecondClipIntoAFolderReplacesTheFirstWhenSaid() throws Exception {
    Path out = folder.resolve("again");
    make(recipe("30", out, false), frames, out);
    assertThatThrownBy(() -> make(recipe("30", out, false), frames, out))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("--overwrite");
    Path few = Files.createDirectory(folder.resolve("few"));
    write(few.resolve("a.png"), 1);
    write(few.resolve("b.png"), 1);
    Files.writeString(out.resolve("mine.txt"), "a note");
    make(recipe("30", out, false), few, out, WholeFile.IfPresent.REPLACE, new Cancellation());
    try (Stream<Path> files = Files.list(out)) {
      assertThat(files.map(f -> f.getFileName().toString()))
          .containsExactlyInAnyOrder("000001.png", "000002.png", "mine.txt");
    }
  }

  @Test
  void aClipThatIsCancelledLeavesNothing() throws Exception {
    Cancellation stop = new Cancellation();
    stop.request();
    Path out = folder.resolve("stopped.webm");
    assertThatThrownBy(
            () -> make(recipe("30", out, false), frames, out, WholeFile.IfPresent.REFUSE, stop))
        .isInstanceOf(Cancelled.class);
    try (Stream<Path> files = Files.list(folder)) {
      assertThat(files.map(f -> f.getFileName().toString())).noneMatch(n -> n.contains("stopped"));
    }
  }

  @Test
  void framesOfAnotherSizeAndBrokenOnesAreLeftOutWithTheReason() throws Exception {
    Path mixed = Files.createDirectory(folder.resolve("mixed"));
    for (int i = 0; i < 3; i++) {
      write(mixed.resolve("a" + i + ".png"), 1);
    }
    TestPictures.write(
        mixed.resolve("b.png"),
        TestPictures.smooth(new PixelLayout(64, 48, 3, 8)),
        FrameInfo.UNKNOWN);
    Files.writeString(mixed.resolve("c.png"), "no picture");
    Path out = folder.resolve("mixed.webm");
    ClipResult done = make(recipe("25", out, false), mixed, out);
    assertThat(done.frames()).isEqualTo(3);
    assertThat(done.dropped()).hasSize(2);
  }

  @Test
  void oneFrameOrNoLightIsNoClip() throws Exception {
    Path one = Files.createDirectory(folder.resolve("one"));
    write(one.resolve("a.png"), 1);
    Path out = folder.resolve("none.webm");
    assertThatThrownBy(() -> make(recipe("25", out, false), one, out))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("only one");
    Path black = Files.createDirectory(folder.resolve("black"));
    write(black.resolve("a.png"), 0);
    write(black.resolve("b.png"), 0);
    assertThatThrownBy(() -> make(recipe("25", out, true), black, out))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("black");
    assertThat(out).doesNotExist();
  }

  @Test
  void fullHighlightsAreToldFromTheFirstFrameThatHasThem() throws Exception {
    Path bright = Files.createDirectory(folder.resolve("bright"));
    for (int i = 0; i < 6; i++) {
      write(bright.resolve("a" + i + ".png"), 1 + i);
    }
    Path out = folder.resolve("bright.webm");
    ClipResult done = make(recipe("25", out, false), bright, out);
    assertThat(done.clippedFrom()).map(f -> f.getFileName().toString()).hasValue("a2.png");
  }

  @Test
  void aSceneThatWasShiftedIsHeldStill() throws Exception {
    Path shaken = Files.createDirectory(folder.resolve("shaken"));
    PixelLayout layout = new PixelLayout(WIDTH, HEIGHT, 3, 8);
    Raster scene = TestPictures.random(new PixelLayout(2 * WIDTH, 2 * HEIGHT, 1, 8), 3);
    int[][] shifts = {{0, 0}, {4, -2}, {-3, 5}, {0, 3}};
    for (int n = 0; n < shifts.length; n++) {
      Raster raster = Raster.blank(layout);
      int i = 0;
      for (int y = 0; y < HEIGHT; y++) {
        for (int x = 0; x < WIDTH; x++) {
          int u = (x - shifts[n][0] + 40) / 4;
          int v = (y - shifts[n][1] + 40) / 4;
          for (int c = 0; c < 3; c++) {
            raster.samples()[i++] = (short) (40 + scene.at(u, v, 0) / 2);
          }
        }
      }
      TestPictures.write(shaken.resolve("s" + n + ".png"), raster, FrameInfo.UNKNOWN);
    }
    Path out = folder.resolve("still");
    ClipRecipe recipe =
        recipe("25", out, false)
            .withSize(Optional.of(new PictureSize(280, 210)))
            .withView(View.WHOLE.withSteady(true));
    ClipResult done = make(recipe, shaken, out);
    assertThat(done.lost()).isGreaterThan(0.02);
    Raster first = PictureReader.readWhole(Frame.look(out.resolve("000001.png")));
    for (int n = 2; n <= 4; n++) {
      Raster other = PictureReader.readWhole(Frame.look(out.resolve("00000" + n + ".png")));
      double off = 0;
      for (int k = 0; k < first.samples().length; k++) {
        off += Math.abs(first.samples()[k] - other.samples()[k]);
      }
      assertThat(off / first.samples().length).isLessThan(6);
    }
  }

  @Test
  void aClipThatWasKilledGoesOnFromWhatItHad() throws Exception {
    for (String name : List.of("killed.webm", "killed.mp4")) {
      Path out = folder.resolve(name);
      ClipRecipe recipe = recipe("4", out, true);
      Path saved = Files.createDirectory(folder.resolve("saved-" + name));
      FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
      // Of six stretches of eight pictures the first two are put aside while the third is made.
      Progress spy = (done, total) -> copyParts(out, saved);
      ClipMaker maker = new ClipMaker(recipe, StillFormat.PNG);
      maker.make(set, out, WholeFile.IfPresent.REFUSE, room(spy));
      assertThat(parts(out)).isEmpty();
      String whole = pictures(out);
      Files.delete(out);
      Path left = folder.resolve(Files.readString(saved.resolve("name")));
      Files.createDirectory(left);
      for (String part : List.of("00000", "00001")) {
        Files.copy(saved.resolve(part), left.resolve(part));
      }
      Path stale = Files.createDirectory(folder.resolve("." + name + ".other.begun"));
      ClipResult again = maker.make(set, out, WholeFile.IfPresent.REFUSE, room(Progress.NONE));
      assertThat(again.pictures()).isEqualTo(FRAMES);
      assertThat(pictures(out)).isEqualTo(whole);
      assertThat(parts(out)).isEmpty();
      assertThat(stale).doesNotExist();
    }
  }

  @Test
  void numberedPicturesThatWereBegunAreTakenAsTheyAre() throws Exception {
    Path out = folder.resolve("numbered");
    Path saved = Files.createDirectory(folder.resolve("saved-numbered"));
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    ClipMaker maker = new ClipMaker(recipe("4", out, true), StillFormat.PNG);
    Progress spy = (done, total) -> copyParts(out, saved);
    maker.make(set, out, WholeFile.IfPresent.REFUSE, room(spy));
    assertThat(parts(out)).isEmpty();
    List<Path> whole = inOrder(out);
    assertThat(whole).hasSize(FRAMES);
    short[] fifth = PictureReader.readWhole(Frame.look(whole.get(4))).samples();
    // A run that was killed left five, of which the last may be half written, and a file of its
    // own.
    Path left = Files.createDirectory(folder.resolve(Files.readString(saved.resolve("name"))));
    for (int i = 0; i < 5; i++) {
      Files.copy(whole.get(0), left.resolve(whole.get(i).getFileName()));
    }
    Files.writeString(left.resolve(".000006.png.1-x.part"), "half");
    maker.make(set, out, WholeFile.IfPresent.REPLACE, room(Progress.NONE));
    List<Path> again = inOrder(out);
    assertThat(again).hasSize(FRAMES);
    assertThat(again.get(3)).hasSameBinaryContentAs(again.get(0));
    assertThat(PictureReader.readWhole(Frame.look(again.get(4))).samples()).isEqualTo(fifth);
    assertThat(parts(out)).isEmpty();
  }

  private static List<Path> inOrder(Path of) throws IOException {
    try (Stream<Path> files = Files.list(of)) {
      return files.sorted().toList();
    }
  }

  /** A sum over all that is shown. */
  private static String pictures(Path film) throws Exception {
    return run("ffmpeg", "-v", "error", "-i", film.toString(), "-f", "md5", "-");
  }

  private static Workroom room(Progress progress) {
    return new Workroom(Workroom.usualMemory(), Optional.empty(), progress, new Cancellation());
  }

  private static List<Path> parts(Path out) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .filter(f -> f.getFileName().toString().startsWith("." + out.getFileName() + "."))
          .toList();
    }
  }

  private static void copyParts(Path out, Path into) {
    try {
      for (Path part : parts(out)) {
        if (!Files.isDirectory(part)) {
          continue;
        }
        Files.writeString(into.resolve("name"), part.getFileName().toString());
        try (Stream<Path> files = Files.list(part)) {
          for (Path file : files.toList()) {
            boolean whole = !file.getFileName().toString().startsWith(".");
            if (whole && !Files.exists(into.resolve(file.getFileName()))) {
              Files.copy(file, into.resolve(file.getFileName()));
            }
          }
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Test
  void stretchesThatAreLeftAreTakenAsTheyAre() throws Exception {
    Path out = folder.resolve("parts.webm");
    ClipParts parts = new ClipParts(out, "key");
    assertThat(parts.read(0)).isEmpty();
    VideoPacket packet = new VideoPacket(3, 2, 1, new byte[] {1, 2, 3});
    parts.write(0, List.of(packet));
    VideoPacket back = new ClipParts(out, "key").read(0).orElseThrow().get(0);
    assertThat(back.shown()).isEqualTo(3);
    assertThat(back.data()).containsExactly(1, 2, 3);
    assertThat(new ClipParts(out, "other").read(0)).isEmpty();
    Path file = folder.resolve(".parts.webm.key.begun").resolve("00000");
    byte[] stored = Files.readAllBytes(file);
    Files.write(file, Arrays.copyOf(stored, stored.length - 1));
    assertThat(parts.read(0)).isEmpty();
    parts.remove();
    assertThat(file).doesNotExist();
  }
}
