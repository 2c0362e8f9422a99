package zygonox.core.motion;

import java.io.IOException;
import java.nio.file.Path;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.work.WholeFile;

/** Writes numbered pictures into a folder. */
final class StillsSink implements ClipSink {
  private final Path folder;
  private final PictureSize size;
  private final StillFormat format;
  private final JpegQuality quality;
  private final int begun;
  private int next;

  /**
   * @param parts has the folder they are written into, and what an earlier run left there
   */
  StillsSink(ClipParts parts, PictureSize size, StillFormat format, int quality)
      throws IOException {
    this.begun = parts.pictures(format);
    this.next = begun + 1;
    this.folder = parts.folder();
    this.size = size;
    this.format = format;
    this.quality = new JpegQuality(quality, true);
  }

  /** 16-bit samples as 8-bit ones. */
  static short[] eightBits(short[] rgb) {
    short[] samples = new short[rgb.length];
    for (int i = 0; i < rgb.length; i++) {
      // 65,535 is 257 times 255.
      samples[i] = (short) (((rgb[i] & 0xffff) + 128) / 257);
    }
    return samples;
  }

  @Override
  public long begun() {
    return begun;
  }

  @Override
  public void picture(short[] rgb) {
    OutputFormat as = format.format();
    Depth depth = format.depth();
    short[] rows = depth == Depth.EIGHT ? eightBits(rgb) : rgb;
    PictureHeader header =
        new PictureHeader(
            size.width(), size.height(), 3, depth, FrameInfo.UNKNOWN, quality, () -> "");
    as.write(
        folder.resolve(format.name(next++)),
        WholeFile.IfPresent.REPLACE,
        header,
        sink -> sink.rows(0, size.height(), rows));
  }

  @Override
  public void finish() throws IOException {
    // Each picture is complete by itself.
  }

  @Override
  public void close() {
    // Nothing is held between pictures.
  }
}
