package zygonox.core.frame;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/** Writes a picture again under another name, in the format that the name asks for. */
public final class PictureCopy {
  private static final int ROWS = 64;

  private PictureCopy() {}

  /**
   * Copies pixels and metadata; samples of more bits than the format holds are rounded.
   *
   * @param wanted depth of the copy; empty: what the picture has, or the format's nearest
   * @param jpeg how much is kept where it becomes a JPEG
   * @param madeBy how the picture was made, in a few words
   * @param recipe how it can be made again from where the copy lies, as JSON; empty where unknown
   * @throws WorkFailed when reading or writing fails; nothing is changed then
   */
  public static void write(
      Frame from,
      Path target,
      WholeFile.IfPresent ifPresent,
      Optional<Depth> wanted,
      JpegQuality jpeg,
      String madeBy,
      String recipe,
      Cancellation cancellation) {
    OutputFormat format = OutputFormat.of(target);
    int bits = from.layout().bits();
    Depth depth = wanted.orElse(format.nearest(Depth.ofBits(bits)));
    PictureHeader header =
        new PictureHeader(
                from.layout().width(),
                from.layout().height(),
                from.layout().channels(),
                depth,
                from.info().upright(),
                jpeg,
                () -> madeBy)
            .withRecipe(() -> recipe);
    format.write(
        target,
        ifPresent,
        header,
        sink -> {
          try (PixelSource source = PictureReader.open(from)) {
            short[] samples = new short[ROWS * header.rowSamples()];
            float[] floats = depth == Depth.FLOAT ? new float[samples.length] : null;
            float white = bits == 8 ? 255 : 65_535;
            for (int row = 0; row < header.height(); row += ROWS) {
              cancellation.check();
              int rows = Math.min(ROWS, header.height() - row);
              source.read(row, rows, samples);
              if (floats != null) {
                for (int i = 0; i < rows * header.rowSamples(); i++) {
                  floats[i] = (samples[i] & 0xffff) / white;
                }
                sink.rows(row, rows, floats);
              } else {
                rescale(samples, bits, depth.bits());
                sink.rows(row, rows, samples);
              }
            }
          } catch (UnreadableFrame e) {
            throw new IOException(e.getMessage(), e);
          }
        });
  }

  private static void rescale(short[] samples, int from, int to) {
    if (from == to) {
      return;
    }
    for (int i = 0; i < samples.length; i++) {
      int value = samples[i] & 0xffff;
      samples[i] = (short) (to == 8 ? (value + 128) / 257 : value * 257);
    }
  }
}
