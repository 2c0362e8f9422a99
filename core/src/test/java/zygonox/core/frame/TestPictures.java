package zygonox.core.frame;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.WholeFile;

/** Pictures for tests. */
public final class TestPictures {
  private TestPictures() {}

  /** Noise over the whole range. */
  public static Raster random(PixelLayout layout, long seed) {
    Raster raster = Raster.blank(layout);
    Random random = new Random(seed);
    for (int i = 0; i < raster.samples().length; i++) {
      raster.samples()[i] = (short) random.nextInt(layout.white() + 1);
    }
    return raster;
  }

  /** Soft shades that a JPEG keeps. */
  public static Raster smooth(PixelLayout layout) {
    Raster raster = Raster.blank(layout);
    int i = 0;
    for (int y = 0; y < layout.height(); y++) {
      for (int x = 0; x < layout.width(); x++) {
        for (int c = 0; c < layout.channels(); c++) {
          raster.samples()[i++] =
              (short)
                  Math.round(
                      layout.white()
                          * (0.5 + 0.4 * Math.sin(x / 40.0 + c) * Math.cos(y / 30.0 - c)));
        }
      }
    }
    return raster;
  }

  /** What a frame says of itself. */
  public static FrameInfo info(String clock, String offset) {
    return new FrameInfo(
        Optional.of(
            new CaptureTime(
                LocalDateTime.parse(clock), Optional.ofNullable(offset).map(ZoneOffset::of))),
        OptionalDouble.of(20),
        OptionalDouble.of(2.8),
        OptionalDouble.of(1600),
        OptionalDouble.of(24),
        Optional.of("Fellgate Wether 24"),
        Optional.of("Fellgate 24 mm f/1.8"),
        1);
  }

  /** Writes a picture; its name chooses the format. */
  public static Path write(Path file, Raster raster, FrameInfo info) {
    PixelLayout layout = raster.layout();
    OutputFormat format = OutputFormat.of(file);
    PictureHeader header =
        new PictureHeader(
            layout.width(),
            layout.height(),
            layout.channels(),
            Depth.ofBits(layout.bits()),
            info,
            () -> "a test");
    format.write(
        file,
        WholeFile.IfPresent.REPLACE,
        header,
        sink -> sink.rows(0, layout.height(), raster.samples()));
    return file;
  }
}
