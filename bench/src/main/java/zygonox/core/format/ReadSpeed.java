package zygonox.core.format;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raw.BayerPattern;
import zygonox.core.work.WholeFile;

/** Reading one frame of 24 megapixels from a warm disk: milliseconds a frame, on one core. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
@Fork(1)
public class ReadSpeed {
  private static final PixelLayout LAYOUT = new PixelLayout(6000, 4000, 3, 16);
  private static final int ROWS = 8;

  private final short[] strip = new short[ROWS * LAYOUT.rowSamples()];
  private Path folder;
  private Frame tiff;
  private Frame jpeg;
  private Frame dng;

  @Setup
  public void write() throws IOException, UnreadableFrame {
    folder = Files.createTempDirectory("zygonox-bench");
    Raster raster = Raster.blank(LAYOUT);
    Random random = new Random(1);
    for (int i = 0; i < raster.samples().length; i++) {
      raster.samples()[i] = (short) (20 + random.nextInt(12));
    }
    tiff = written("a.tif", Depth.SIXTEEN, raster);
    jpeg = written("a.jpg", Depth.EIGHT, raster);
    Path raw = folder.resolve("a.dng");
    DngWriter.write(
        raw,
        WholeFile.IfPresent.REPLACE,
        new PictureHeader(
            LAYOUT.width(), LAYOUT.height(), 1, Depth.SIXTEEN, FrameInfo.UNKNOWN, () -> ""),
        new DngWriter.Sensor(BayerPattern.RGGB, 512, 16_383, new double[] {0.5, 1, 0.65}),
        ROWS,
        (row, rows, samples) -> {
          for (int i = 0; i < rows * LAYOUT.width(); i++) {
            samples[i] = (short) (512 + random.nextInt(900));
          }
        });
    dng = Frame.look(raw);
  }

  private Frame written(String name, Depth depth, Raster raster) throws UnreadableFrame {
    Path file = folder.resolve(name);
    PictureHeader header =
        new PictureHeader(LAYOUT.width(), LAYOUT.height(), 3, depth, FrameInfo.UNKNOWN, () -> "");
    OutputFormat.of(file)
        .write(
            file,
            WholeFile.IfPresent.REPLACE,
            header,
            sink -> sink.rows(0, LAYOUT.height(), raster.samples()));
    return Frame.look(file);
  }

  @TearDown
  public void remove() throws IOException {
    Files.deleteIfExists(tiff.file());
    Files.deleteIfExists(jpeg.file());
    Files.deleteIfExists(folder);
  }

  @Benchmark
  public short[] sixteenBitTiff() throws UnreadableFrame {
    return byStrips(tiff);
  }

  @Benchmark
  public short[] jpeg() throws UnreadableFrame {
    return byStrips(jpeg);
  }

  private short[] byStrips(Frame frame) throws UnreadableFrame {
    try (PixelSource source = PictureReader.open(frame)) {
      for (int row = 0; row < LAYOUT.height(); row += ROWS) {
        source.read(row, ROWS, strip);
      }
    }
    return strip;
  }

  /** Reading and developing a raw file, on all cores. */
  @Benchmark
  public Raster dng() throws UnreadableFrame {
    return PictureReader.readWhole(dng);
  }
}
