package zygonox.core.format;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import nom.tam.fits.BasicHDU;
import nom.tam.fits.Fits;
import nom.tam.fits.FitsException;
import nom.tam.fits.FitsFactory;
import nom.tam.fits.Header;
import nom.tam.util.FitsFile;
import zygonox.core.work.Product;

/**
 * FITS (standard 4.0): a plane for grey, a cube of three planes for colour, the first row at the
 * bottom as the standard has it. 16-bit samples are stored with BZERO 32768.
 */
final class FitsSink implements PictureSink {
  private static final DateTimeFormatter DATE_OBS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSS");

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
      describe(cards);
      for (String line : FitsText.lines(header.description())) {
        cards.insertHistory(line);
      }
      for (String piece : FitsText.pieces(header.recipe().get())) {
        cards.insertHistory(piece);
      }
      fits.addHDU(hdu);
      fits.write(out);
    } catch (FitsException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  /** What is known of the frames, by the standard's keywords and those in common use. */
  private void describe(Header cards) {
    FrameInfo info = header.info();
    info.capturedAt().ifPresent(t -> cards.addValue("DATE-OBS", utc(t), "UTC, first frame opens"));
    info.exposureSeconds().ifPresent(v -> cards.addValue("EXPTIME", v, "s, one frame"));
    info.iso().ifPresent(v -> cards.addValue("ISOSPEED", v, "ISO speed"));
    info.camera().ifPresent(c -> cards.addValue("INSTRUME", FitsText.ascii(c), "camera"));
    info.lens().ifPresent(l -> cards.addValue("TELESCOP", FitsText.ascii(l), "lens"));
    info.focalMm().ifPresent(v -> cards.addValue("FOCALLEN", v, "mm"));
    info.aperture().ifPresent(v -> cards.addValue("FNUMBER", v, "f-number"));
    info.celsius().ifPresent(v -> cards.addValue("CCD-TEMP", v, "degrees C"));
    Credits credits = info.credits();
    credits.artist().ifPresent(a -> cards.addValue("OBSERVER", FitsText.ascii(a), ""));
    credits.place().ifPresent(p -> cards.addValue("SITELAT", p.latitudeDeg(), "degrees, north +"));
    credits.place().ifPresent(p -> cards.addValue("SITELONG", p.longitudeDeg(), "degrees, east +"));
  }

  /** By the standard times are in UTC; a clock that names no offset is taken as it stands. */
  private static String utc(CaptureTime time) {
    Instant at = time.instant(time.offset().orElse(ZoneOffset.UTC));
    return LocalDateTime.ofInstant(at, ZoneOffset.UTC).format(DATE_OBS);
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
