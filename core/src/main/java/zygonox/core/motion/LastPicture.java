package zygonox.core.motion;

import java.nio.file.Path;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.work.WholeFile;

/** The picture a clip ends with, kept for a still. */
final class LastPicture {
  private static final int QUALITY = 95;

  private short[] rgb;

  /** The newest one. */
  void is(short[] picture) {
    rgb = picture;
  }

  /**
   * Writes it, whole or not at all, with 16 bits where the format has them.
   *
   * @throws zygonox.core.work.WorkFailed when it cannot be written
   */
  void write(Path file, PictureSize size, WholeFile.IfPresent ifPresent) {
    OutputFormat format = OutputFormat.of(file);
    Depth depth = format.nearest(Depth.SIXTEEN);
    short[] samples = depth == Depth.EIGHT ? StillsSink.eightBits(rgb) : rgb;
    PictureHeader header =
        new PictureHeader(
            size.width(),
            size.height(),
            3,
            depth,
            FrameInfo.UNKNOWN,
            new JpegQuality(QUALITY, true),
            () -> "");
    format.write(file, ifPresent, header, sink -> sink.rows(0, size.height(), samples));
  }
}
