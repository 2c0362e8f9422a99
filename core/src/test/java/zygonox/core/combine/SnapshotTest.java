package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;

/** A blend that is killed goes on from what it had. */
class SnapshotTest {
  private static final PixelLayout LAYOUT = new PixelLayout(70, 40, 3, 16);
  private static final int FRAMES = 9;

  @TempDir Path folder;
  private final List<Frame> frames = new ArrayList<>();
  private final AtomicInteger opened = new AtomicInteger();
  private Path out;

  /** What ends a process leaves no time for cleaning up. */
  private static final class Killed extends Error {
    private static final long serialVersionUID = 1L;
  }

  @BeforeEach
  void makeFrames() throws Exception {
    Path inside = Files.createDirectory(folder.resolve("frames"));
    out = folder.resolve("r.tif");
    for (int i = 0; i < FRAMES; i++) {
      frames.add(
          Frame.look(
              TestPictures.write(
                  inside.resolve("f" + i + ".tif"),
                  TestPictures.random(LAYOUT, i),
                  FrameInfo.UNKNOWN)));
    }
  }

  /**
   * @param killedAt the frame at which it is killed, counted as they are opened; 0 for none
   */
  private void blend(String accumulator, String key, int killedAt) {
    opened.set(0);
    List<Contribution<PixelSource>> contributions = new ArrayList<>();
    for (Frame frame : frames) {
      contributions.add(
          new Contribution<>(
              frame,
              1,
              () -> {
                if (opened.incrementAndGet() == killedAt) {
                  throw new Killed();
                }
                return PictureReader.open(frame);
              }));
    }
    BlendJob<PixelSource> job =
        BlendJob.of(contributions, LAYOUT, LAYOUT.white(), BlendWatcher.NONE, new Cancellation());
    Quantizer quantizer = new Quantizer(Depth.SIXTEEN, ToneCurve.SRGB, LAYOUT.white());
    Accumulator<PixelSource> result =
        accumulator.equals("mean")
            ? new TotalAccumulator(true, Optional.of(ToneCurve.SRGB), LAYOUT, FRAMES, quantizer)
            : new ExtremeAccumulator(true, LAYOUT, quantizer);
    MemoryPlan plan = MemoryPlan.running(LAYOUT, 4, 2, 0, 0, FRAMES, 1, ByteSize.parse("100m"));
    Coverage[] whole = new Coverage[FRAMES];
    for (int i = 0; i < FRAMES; i++) {
      whole[i] = Coverage.of(PixelSource.of(Raster.blank(LAYOUT)));
    }
    RunningBlend<PixelSource> blend =
        new RunningBlend<>(job, result, plan, quantizer, whole, new Snapshot(out, key), 0);
    PictureHeader header = new PictureHeader(70, 40, 3, Depth.SIXTEEN, FrameInfo.UNKNOWN, () -> "");
    OutputFormat.TIFF.write(
        out, WholeFile.IfPresent.REPLACE, header, sink -> blend.run(sink, null));
  }

  private short[] samples() throws Exception {
    return PictureReader.readWhole(Frame.look(out)).samples();
  }

  private List<String> left() throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.map(f -> f.getFileName().toString()).filter(n -> n.startsWith(".")).toList();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"mean", "lighten"})
  void aKilledBlendGoesOnAndComesToTheSame(String accumulator) throws Exception {
    blend(accumulator, "aa", 0);
    short[] expected = samples();
    assertThat(left()).isEmpty();
    assertThatThrownBy(() -> blend(accumulator, "aa", 6)).isInstanceOf(Killed.class);
    assertThat(left()).containsExactly(".r.tif.aa.grown");
    blend(accumulator, "aa", 0);
    // Five were in it.
    assertThat(opened).hasValue(FRAMES - 5);
    assertThat(samples()).isEqualTo(expected);
    assertThat(left()).isEmpty();
  }

  @Test
  void anotherRecipeOnTheSameOutputBeginsAnewAndCleansUp() throws Exception {
    assertThatThrownBy(() -> blend("mean", "aa", 6)).isInstanceOf(Killed.class);
    blend("lighten", "bb", 0);
    assertThat(opened).hasValue(FRAMES);
    assertThat(left()).isEmpty();
  }

  @Test
  void aSnapshotThatWasCutOffIsNone() throws Exception {
    assertThatThrownBy(() -> blend("mean", "aa", 6)).isInstanceOf(Killed.class);
    Path half = folder.resolve(".r.tif.aa.grown");
    byte[] bytes = Files.readAllBytes(half);
    Files.write(half, Arrays.copyOf(bytes, bytes.length / 2));
    blend("mean", "aa", 0);
    assertThat(opened).hasValue(FRAMES);
    short[] again = samples();
    blend("mean", "cc", 0);
    assertThat(again).isEqualTo(samples());
  }
}
