package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.Preview;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.Depth;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.words.BlendWords;
import zygonox.core.words.RecipeWords;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** Parts of a picture that come from elsewhere, against both pictures they are made of. */
class RegionBlendTest {
  private static final PixelLayout LAYOUT = new PixelLayout(120, 80, 3, 16);
  private static final int FROM = 40;
  private static final int TO = 90;

  @TempDir Path folder;
  private Path frames;

  @BeforeEach
  void shoot() throws Exception {
    frames = Files.createDirectory(folder.resolve("frames"));
    for (int f = 0; f < 5; f++) {
      TestPictures.write(
          frames.resolve("f" + f + ".tif"),
          TestPictures.random(LAYOUT, f),
          TestPictures.info("2026-10-14T22:00:0" + f, "+01:00"));
    }
  }

  /** White between two columns. */
  private Path mask(PixelLayout of, int from, int to) {
    BitSet white = new BitSet();
    for (int y = 0; y < of.height(); y++) {
      white.set(y * of.width() + from, y * of.width() + to);
    }
    Path file = folder.resolve("mask.png");
    new FrameMask(of.width(), of.height(), white).write(file, WholeFile.IfPresent.REPLACE);
    return file;
  }

  private Raster blend(Recipe recipe, String name) throws Exception {
    Path out = folder.resolve(name);
    TestRecipes.blend(recipe.checked(), frames, out);
    return PictureReader.readWhole(Frame.look(out));
  }

  private static Recipe lighten(Region region) {
    return TestRecipes.usual(BlendMethod.LIGHTEN)
        .withDepth(Depth.SIXTEEN)
        .withRegions(List.of(region));
  }

  private static void assertSame(Raster one, Raster other, int from, int to) {
    for (int y = 0; y < one.layout().height(); y++) {
      for (int x = from; x < to; x++) {
        for (int c = 0; c < 3; c++) {
          assertThat(Math.abs(one.at(x, y, c) - other.at(x, y, c)))
              .as("%d, %d", x, y)
              .isLessThanOrEqualTo(1);
        }
      }
    }
  }

  @Test
  void insideIsTheMedianAndOutsideTheBrightest() throws Exception {
    Path mask = mask(LAYOUT, FROM, TO);
    Region region = Region.painted(mask, Optional.of(BlendMethod.MEDIAN), Optional.empty(), 0);
    Raster picture = blend(lighten(region), "r.tif");
    Raster brightest =
        blend(TestRecipes.usual(BlendMethod.LIGHTEN).withDepth(Depth.SIXTEEN), "l.tif");
    Raster median = blend(TestRecipes.usual(BlendMethod.MEDIAN).withDepth(Depth.SIXTEEN), "m.tif");
    assertSame(picture, brightest, 0, FROM);
    assertSame(picture, median, FROM, TO);
    assertSame(picture, brightest, TO, LAYOUT.width());
    assertThat(RecipeFile.read(folder.resolve("r.tif")).recipe().regions()).containsExactly(region);
  }

  /** Ten frames in which puffs of cloud drift through the right half. */
  /** Keeps what would be left if the run were killed at this moment. */
  private record LeavingParts(Path scratch, String out, int atShare) implements BlendWatcher {
    /** No process has it. */
    private static final long NOBODY = 99_999_999;

    @Override
    public synchronized void step(int done, int total) {
      Path as = scratch.resolve("." + out + ".parts." + NOBODY + "-1a.part");
      if (100L * done < (long) atShare * total || Files.exists(as)) {
        return;
      }
      try (Stream<Path> beside = Files.list(scratch)) {
        Path parts = beside.filter(Files::isDirectory).filter(this::isParts).findFirst().get();
        Files.createDirectory(as);
        for (String part : parts.toFile().list()) {
          Files.copy(parts.resolve(part), as.resolve(part));
        }
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }

    private boolean isParts(Path file) {
      return file.getFileName().toString().endsWith(".part");
    }

    @Override
    public boolean wantsPictures() {
      return false;
    }

    @Override
    public void picture(Preview preview) {}
  }

  @Test
  void aRunThatWasKilledBetweenTwoPartsGoesOn() throws Exception {
    Path mask = mask(LAYOUT, FROM, TO);
    Region region = Region.painted(mask, Optional.of(BlendMethod.MEDIAN), Optional.empty(), 0);
    Recipe recipe = lighten(region).checked();
    Path out = Files.createDirectory(folder.resolve("results")).resolve("r.tif");
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    Destination to = new Destination(out, WholeFile.IfPresent.REFUSE);
    Path scratch = Files.createDirectory(folder.resolve("scratch"));
    Workroom room =
        new Workroom(
            ByteSize.parse("64m"), Optional.of(scratch), Progress.NONE, new Cancellation());
    new Blender(recipe).blend(set, to, new LeavingParts(scratch, "r.tif", 60), room);
    Raster expected = PictureReader.readWhole(Frame.look(out));
    Files.delete(out);
    assertThat(scratch).isDirectoryContaining("glob:**.r.tif.parts.*");
    new Blender(recipe).blend(set, to, BlendWatcher.NONE, room);
    assertThat(PictureReader.readWhole(Frame.look(out)).samples()).isEqualTo(expected.samples());
    assertThat(scratch).isEmptyDirectory();
    try (Stream<Path> left = Files.list(out.getParent())) {
      assertThat(left).containsExactly(out);
    }
  }

  private void shootCloud() throws Exception {
    PixelLayout layout = new PixelLayout(960, 600, 3, 16);
    frames = Files.createDirectory(folder.resolve("cloud"));
    for (int f = 0; f < 10; f++) {
      Raster raster = Raster.blank(layout);
      for (int y = 0; y < layout.height(); y++) {
        for (int x = 0; x < layout.width(); x++) {
          boolean puff = x >= 480 && y >= 192 && y < 384 && (x - 48 * f + 4800) % 384 < 144;
          for (int c = 0; c < 3; c++) {
            raster.samples()[(y * layout.width() + x) * 3 + c] = (short) (puff ? 16_000 : 12_000);
          }
        }
      }
      TestPictures.write(
          frames.resolve("c" + f + ".tif"),
          raster,
          TestPictures.info("2026-10-14T22:00:0" + f, "+01:00"));
    }
  }

  @Test
  void cloudThatDriftsIsEvenedOutWhereItIsFound() throws Exception {
    shootCloud();
    Region cloud = Region.parse("cloud=mean");
    assertThat(cloud).isEqualTo(Region.evenCloud());
    Raster picture = blend(lighten(cloud.withEdge(0)), "r.tif");
    Raster brightest =
        blend(TestRecipes.usual(BlendMethod.LIGHTEN).withDepth(Depth.SIXTEEN), "l.tif");
    Raster mean = blend(TestRecipes.usual(BlendMethod.MEAN).withDepth(Depth.SIXTEEN), "m.tif");
    assertThat(brightest.at(700, 300, 0)).isEqualTo(16_000);
    assertThat(picture.at(700, 300, 0)).isBetween(12_800, 14_500);
    assertThat(picture.at(700, 300, 0)).isEqualTo(mean.at(700, 300, 0));
    assertThat(picture.at(200, 300, 0)).isEqualTo(12_000);
    Recipe kept = RecipeFile.read(folder.resolve("r.tif")).recipe();
    assertThat(kept.regions()).containsExactly(cloud.withEdge(0));
    assertThat(RecipeWords.sentence(kept, OptionalInt.of(10))).contains("drifting cloud by mean");
    BlendResult told =
        TestRecipes.blend(
            TestRecipes.usual(BlendMethod.LIGHTEN)
                .withMending(Mending.NONE.withStreaks(true))
                .checked(),
            frames,
            folder.resolve("s.tif"));
    assertThat(told.mended().streakyCloud().orElseThrow()).isBetween(0.1, 0.4);
    assertThat(BlendWords.mended(told)).anyMatch(said -> said.contains("cloud"));
  }

  @Test
  void whereThereIsNoCloudToEvenOutItIsSaidAtOnce() {
    assertThatThrownBy(() -> blend(lighten(Region.evenCloud()), "r.tif"))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("no cloud is found");
    assertThat(folder.resolve("r.tif")).doesNotExist();
  }

  @Test
  void aPartFromOneFrameHasASoftEdge() throws Exception {
    Path mask = mask(LAYOUT, FROM, TO);
    Path own = frames.resolve("f3.tif");
    Raster picture =
        blend(lighten(Region.painted(mask, Optional.empty(), Optional.of(own), 8)), "r.tif");
    Raster brightest =
        blend(TestRecipes.usual(BlendMethod.LIGHTEN).withDepth(Depth.SIXTEEN), "l.tif");
    Raster frame = PictureReader.readWhole(Frame.look(own));
    // Two means over nine pixels reach eight pixels to either side.
    assertSame(picture, brightest, 0, FROM - 9);
    assertSame(picture, frame, FROM + 9, TO - 9);
    int between = 0;
    for (int y = 0; y < LAYOUT.height(); y++) {
      int value = picture.at(FROM, y, 1);
      between += value > frame.at(FROM, y, 1) && value < brightest.at(FROM, y, 1) ? 1 : 0;
    }
    assertThat(between).isGreaterThan(LAYOUT.height() / 2);
  }

  @Test
  void ofAlignedFramesItIsTakenFromWhereTheyLie() throws Exception {
    Path demo = Path.of("..", "demo", "windmill-night", "frames");
    List<Path> four =
        List.of(
            demo.resolve("star-trails-0001.jpg"),
            demo.resolve("star-trails-0002.jpg"),
            demo.resolve("star-trails-0003.jpg"));
    FrameSet set = FrameFinder.find(four, Progress.NONE, new Cancellation());
    PixelLayout layout = set.frames().get(0).layout();
    Path onto = four.get(1);
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withAlign(Align.STARS, Optional.of(onto))
            .withRegions(
                List.of(
                    Region.painted(
                        mask(layout, 300, 600), Optional.empty(), Optional.of(onto), 0)));
    Path out = folder.resolve("a.tif");
    BlendResult done = TestRecipes.blend(recipe.checked(), set, out);
    assertThat(done.alignment()).hasSize(3);
    Raster picture = PictureReader.readWhole(Frame.look(out));
    Raster frame = PictureReader.readWhole(Frame.look(onto));
    for (int y = 0; y < layout.height(); y += 7) {
      for (int x = 300; x < 600; x += 5) {
        assertThat(Math.round(picture.at(x, y, 1) / 257f))
            .isBetween(frame.at(x, y, 1) - 1, frame.at(x, y, 1) + 1);
      }
    }
  }

  /** What a frame does not give to the brightest is not missing where it is taken alone. */
  @Test
  void aPartFromOneFrameIsWholeThoughTheFrameIsMasked() throws Exception {
    Path mask = mask(LAYOUT, FROM, TO);
    Path own = frames.resolve("f3.tif");
    Path nothing = folder.resolve("nothing.png");
    new FrameMask(LAYOUT.width(), LAYOUT.height(), new BitSet())
        .write(nothing, WholeFile.IfPresent.REFUSE);
    Recipe recipe =
        lighten(Region.painted(mask, Optional.empty(), Optional.of(own), 0))
            .withMasks(Map.of(own, FramePart.hard(nothing)));
    Raster picture = blend(recipe, "r.tif");
    assertSame(picture, PictureReader.readWhole(Frame.look(own)), FROM, TO);
  }

  @Test
  void whatCannotBeIsSaid() throws Exception {
    assertThat(Region.parse("veil.png=median").method()).contains(BlendMethod.MEDIAN);
    assertThat(Region.parse("veil.png=f 3.tif").frame()).contains(Path.of("f 3.tif"));
    assertThatThrownBy(() -> Region.parse("veil.png"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("MASK=median");
    Region veil = Region.parse("veil.png=mean");
    assertThatThrownBy(() -> veil.withEdge(90_000)).isInstanceOf(InvalidInput.class);
    Path mask = mask(LAYOUT, FROM, TO);
    Region stranger =
        Region.painted(mask, Optional.empty(), Optional.of(folder.resolve("no.tif")), 0);
    assertThatThrownBy(() -> blend(lighten(stranger), "r.tif"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("no.tif takes no part");
    assertThat(folder.resolve("r.tif")).doesNotExist();
    Region other =
        Region.painted(
            mask(new PixelLayout(60, 80, 3, 16), 0, 9),
            Optional.of(BlendMethod.MEAN),
            Optional.empty(),
            0);
    assertThatThrownBy(() -> blend(lighten(other), "r.tif")).isInstanceOf(InvalidInput.class);
    Recipe cropped = lighten(other).withAlign(Align.STARS, Optional.empty()).withCrop(Crop.COMMON);
    assertThatThrownBy(cropped::checked).hasMessageContaining("crop");
  }
}
