package zygonox.core.frame;

import java.io.IOException;
import java.nio.file.Path;
import nom.tam.fits.BasicHDU;
import nom.tam.fits.Fits;
import nom.tam.fits.FitsException;
import nom.tam.fits.FitsFactory;
import nom.tam.util.FitsFile;
import zygonox.core.work.Product;

/**
 * FITS (standard 4.0): a plane for grey, a cube of three planes for colour, the first row at the
 * bottom as the standard has it. 16-bit samples are stored with BZERO 32768.
 */
final class FitsSink implements PictureSink {
  private final Path file;
  private final PictureHeader header;
  private final float[][][] floats;
  private final short[][][] shorts;

  FitsSink(Path file, PictureHeader header) {
    this.file = file;
    this.header = header;
    boolean floating = header.depth() == Depth.FLOAT;
    this.floats = floating ? new float[header.channels()][header.height()][header.width()] : null;
    this.shorts = floating ? null : new short[header.channels()][header.height()][header.width()];
  }

  @Override
  public PictureHeader header() {
    return header;
  }

  @Override
  public void rows(int firstRow, int rows, short[] samples) {
    int i = 0;
    for (int y = firstRow; y < firstRow + rows; y++) {
      for (int x = 0; x < header.width(); x++) {
        for (int c = 0; c < header.channels(); c++) {
          shorts[c][header.height() - 1 - y][x] = (short) (samples[i++] ^ 0x8000);
        }
      }
    }
  }

  @Override
  public void rows(int firstRow, int rows, float[] samples) {
    int i = 0;
    for (int y = firstRow; y < firstRow + rows; y++) {
      for (int x = 0; x < header.width(); x++) {
        for (int c = 0; c < header.channels(); c++) {
          floats[c][header.height() - 1 - y][x] = samples[i++];
        }
      }
    }
  }

  @Override
  public void finish() throws IOException {
    try (Fits fits = new Fits();
        FitsFile out = new FitsFile(file.toFile(), "rw")) {
      BasicHDU<?> hdu = FitsFactory.hduFactory(planes());
      var cards = hdu.getHeader();
      if (shorts != null) {
        cards.addValue("BZERO", 32768, "unsigned samples");
        cards.addValue("BSCALE", 1, "");
      }
      cards.addValue("CREATOR", Product.signature(), "");
      if (!header.description().isEmpty()) {
        cards.addValue("HISTORY", header.description(), "");
      }
      header.info().exposureSeconds().ifPresent(v -> cards.addValue("EXPTIME", v, "s, one frame"));
      fits.addHDU(hdu);
      fits.write(out);
    } catch (FitsException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  private Object planes() {
    if (shorts != null) {
      return header.channels() == 1 ? shorts[0] : shorts;
    }
    return header.channels() == 1 ? floats[0] : floats;
  }

  @Override
  public void close() {
    // Everything is written by finish().
  }
}
