package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.Combination;
import zygonox.core.combine.Contribution;
import zygonox.core.combine.CoverageMap;
import zygonox.core.combine.Snapshot;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.LightSource;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;

/** Both lanes where both can do it, and what only the light lane does. */
class LightLaneTest {
  private static final PixelLayout LAYOUT = new PixelLayout(61, 47, 3, 16);

  @TempDir Path folder;
  private final List<Frame> frames = new ArrayList<>();

  @BeforeEach
  void makeFrames() throws Exception {
    for (int i = 0; i < 7; i++) {
      frames.add(
          Frame.look(
              TestPictures.write(
                  folder.resolve("f" + i + ".png"),
                  TestPictures.random(LAYOUT, i),
                  FrameInfo.UNKNOWN)));
    }
  }

  private Raster light(BlendMethod method, double[] weights, double kappa, String memory)
      throws Exception {
    Path out = folder.resolve("light.tif");
    try (DecodeMemory shared = new DecodeMemory()) {
      List<Contribution<LightSource>> contributions = new ArrayList<>();
      for (int i = 0; i < frames.size(); i++) {
        Frame frame = frames.get(i);
        contributions.add(
            new Contribution<>(frame, weights[i], () -> PictureReader.light(frame, 3, shared)));
      }
      Combination<LightSource> combination =
          Combination.light(
              new Combination.Terms(
                  method,
                  AverageIn.LINEAR,
                  kappa,
                  LAYOUT,
                  ToneCurve.SRGB,
                  Depth.SIXTEEN,
                  ByteSize.parse(memory),
                  0,
                  folder,
                  new Snapshot(out, "0123"),
                  false),
              contributions,
              BlendWatcher.NONE,
              new Cancellation());
      PictureHeader header =
          new PictureHeader(61, 47, 3, Depth.SIXTEEN, FrameInfo.UNKNOWN, () -> "");
      OutputFormat.TIFF.write(out, WholeFile.IfPresent.REPLACE, header, combination::run);
      assertThat(combination.used()).isEqualTo(7);
    }
    return PictureReader.readWhole(Frame.look(out));
  }

  private static double[] even() {
    return new double[] {1, 1, 1, 1, 1, 1, 1};
  }

  @ParameterizedTest
  @EnumSource(BlendMethod.class)
  void theSameComesOutOfBothLanes(BlendMethod method) throws Exception {
    Path exact = folder.resolve("exact.tif");
    Path inside = Files.createDirectory(folder.resolve("frames"));
    for (Frame frame : frames) {
      Files.copy(frame.file(), inside.resolve(frame.file().getFileName()));
    }
    TestRecipes.blend(TestRecipes.usual(method).withDepth(Depth.SIXTEEN), inside, exact);
    Raster expected = PictureReader.readWhole(Frame.look(exact));
    for (String memory : new String[] {"1g", "1m"}) {
      Raster light = light(method, even(), 3, memory);
      int most = 0;
      for (int i = 0; i < LAYOUT.samples(); i++) {
        int off = (light.samples()[i] & 0xffff) - (expected.samples()[i] & 0xffff);
        most = Math.max(most, Math.abs(off));
      }
      // Rounding once more, at most: a float holds 24 bits of a sample's 16.
      assertThat(most).isLessThanOrEqualTo(1);
    }
  }

  @Test
  void aWeightedMeanIsTheOneOfArithmetic() throws Exception {
    double[] weights = {1, 0.5, 0.25, 0.01, 1, 0.7, 0.3};
    Raster mean = light(BlendMethod.MEAN, weights, 3, "1g");
    double whole = 3.76;
    for (int i = 0; i < 400; i++) {
      double sum = 0;
      for (int f = 0; f < 7; f++) {
        int sample = TestPictures.random(LAYOUT, f).samples()[i] & 0xffff;
        sum += weights[f] * ToneCurve.SRGB.toLight(sample / 65_535.0);
      }
      double expected = 65_535 * ToneCurve.SRGB.toEncoded(sum / whole);
      assertThat((double) (mean.samples()[i] & 0xffff)).isCloseTo(expected, within(1.0));
    }
  }

  @Test
  void coverageIsCountedAndCroppedTo() {
    PixelLayout layout = new PixelLayout(90, 60, 3, 16);
    List<Frame> shifted = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      shifted.add(frames.get(i));
    }
    int[] left = {0, 10, 4};
    int[] top = {0, 6, 9};
    List<Contribution<LightSource>> contributions = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      int x = left[i];
      int y = top[i];
      contributions.add(new Contribution<>(shifted.get(i), 1, () -> new Beyond(layout, x, y)));
    }
    CoverageMap map =
        Combination.light(
                new Combination.Terms(
                    BlendMethod.MEAN,
                    AverageIn.LINEAR,
                    3,
                    layout,
                    ToneCurve.SRGB,
                    Depth.SIXTEEN,
                    ByteSize.parse("1g"),
                    0,
                    folder,
                    new Snapshot(folder.resolve("r.tif"), "0123"),
                    false),
                contributions,
                BlendWatcher.NONE,
                new Cancellation())
            .coverage();
    assertThat(map.largest(1)).isEqualTo(new CoverageMap.Area(10, 9, 80, 51));
    // Two of three: from row 9 on the columns from 4 on; from row 6 on those from 10 on.
    assertThat(map.largest(0.6)).isEqualTo(new CoverageMap.Area(4, 9, 86, 51));
    assertThat(map.counts(map.whole()).least()).isEqualTo(1);
    assertThat(map.counts(map.largest(1)).mean()).isEqualTo(3);
    int[] row = new int[90];
    map.row(7, row);
    assertThat(row[9]).isEqualTo(1);
    assertThat(row[10]).isEqualTo(2);
  }

  /** Covers what lies right of a column and below a row. */
  private record Beyond(PixelLayout layout, int left, int top) implements LightSource {
    @Override
    public boolean anyRowsCheaply() {
      return true;
    }

    @Override
    public long heldBytes() {
      return 0;
    }

    @Override
    public int[] covered(int row) {
      return new int[] {row < top ? layout.width() : left, layout.width()};
    }

    @Override
    public void read(int firstRow, int rows, float[] into) {
      throw new IllegalStateException("only asked what it covers");
    }

    @Override
    public void close() {
      // Holds nothing.
    }
  }

  @Test
  void cropAndCoverageGoThroughTheWholeBlend() throws Exception {
    Path inside = Files.createDirectory(folder.resolve("frames"));
    for (Frame frame : frames) {
      Files.copy(frame.file(), inside.resolve(frame.file().getFileName()));
    }
    Path out = folder.resolve("r.tif");
    Path counts = folder.resolve("counts.png");
    BlendResult result =
        new Blender(TestRecipes.usual(BlendMethod.MEAN).withCrop(Crop.COMMON))
            .blend(
                FrameFinder.find(List.of(inside), Progress.NONE, new Cancellation()),
                new Destination(
                    out, WholeFile.IfPresent.REFUSE, Optional.of(counts), Optional.empty()),
                BlendWatcher.NONE,
                TestRecipes.room("1g"));
    assertThat(result.coverage().least()).isEqualTo(7);
    assertThat(PictureReader.readWhole(Frame.look(counts)).samples()).containsOnly((short) 7);
  }
}
