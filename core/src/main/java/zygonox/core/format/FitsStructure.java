package zygonox.core.format;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import nom.tam.fits.BasicHDU;
import nom.tam.fits.Fits;
import nom.tam.fits.Header;
import nom.tam.fits.ImageHDU;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.BayerPattern;

/**
 * The first picture of a FITS file (standard 4.0): whole numbers of 8 or 16 bits or floating point
 * of 32, one plane, three planes of a colour each, or a mosaic whose pattern is told.
 *
 * @param width pixels in a row
 * @param height rows
 * @param planes 1 or 3
 * @param bits 8, 16, or -32 for floating point
 * @param zero what is added to a stored value
 * @param scale what it is multiplied by before
 * @param offset where the samples begin in the file
 * @param topDown whether the first row stored is the upper one; the standard has it at the bottom
 * @param mosaic the pattern of a mosaic, from its upper left; empty for none
 * @param info what the file tells of the frame
 */
record FitsStructure(
    int width,
    int height,
    int planes,
    int bits,
    double zero,
    double scale,
    long offset,
    boolean topDown,
    Optional<BayerPattern> mosaic,
    FrameInfo info) {
  static FitsStructure read(Path file) throws UnreadableFrame {
    try (Fits fits = new Fits(file.toFile())) {
      for (BasicHDU<?> hdu = fits.readHDU(); hdu != null; hdu = fits.readHDU()) {
        if (hdu instanceof ImageHDU && hdu.getHeader().getIntValue("NAXIS", 0) >= 2) {
          return of(file, hdu.getHeader(), hdu.getData().getFileOffset());
        }
      }
    } catch (IOException | RuntimeException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
    throw new UnreadableFrame(
        file,
        new ReadFault(ReadFault.Kind.UNSUPPORTED, Phrasebook.say("refused.a-fits-file-without-a")));
  }

  private static FitsStructure of(Path file, Header header, long offset)
      throws UnreadableFrame, IOException {
    int axes = header.getIntValue("NAXIS", 0);
    int planes = axes < 3 ? 1 : header.getIntValue("NAXIS3", 1);
    int bits = header.getIntValue("BITPIX", 0);
    if (axes > 3 || planes != 1 && planes != 3 || bits != 8 && bits != 16 && bits != -32) {
      throw new UnreadableFrame(
          file,
          new ReadFault(
              ReadFault.Kind.UNSUPPORTED,
              Phrasebook.say("refused.a-fits-file-of-planes", planes, bits)));
    }
    int width = header.getIntValue("NAXIS1", 0);
    int height = header.getIntValue("NAXIS2", 0);
    PictureLimits.layout(file, width, height, planes, 16);
    long bytes = (long) width * height * planes * Math.abs(bits) / 8;
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      if (offset + bytes > channel.size()) {
        throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
      }
      boolean topDown = "TOP-DOWN".equalsIgnoreCase(header.getStringValue("ROWORDER", "").strip());
      return new FitsStructure(
          width,
          height,
          planes,
          bits,
          header.getDoubleValue("BZERO", 0),
          header.getDoubleValue("BSCALE", 1),
          offset,
          topDown,
          planes == 1 ? mosaic(file, header, height, topDown) : Optional.empty(),
          info(header));
    }
  }

  /** The pattern is told from the first row stored. */
  private static Optional<BayerPattern> mosaic(
      Path file, Header header, int height, boolean topDown) throws UnreadableFrame {
    String told = header.getStringValue("BAYERPAT", "").strip().toUpperCase(Locale.ROOT);
    if (told.isEmpty()) {
      return Optional.empty();
    }
    try {
      int[] colours = told.chars().map("RGB"::indexOf).toArray();
      if (colours.length != 4) {
        throw new InvalidInput(Phrasebook.say("refused.is-not-a-pattern-of", told));
      }
      BayerPattern stored =
          new BayerPattern(colours[0], colours[1], colours[2], colours[3])
              .shifted(
                  Math.abs(header.getIntValue("XBAYROFF", 0)),
                  Math.abs(header.getIntValue("YBAYROFF", 0)));
      int top = topDown ? 0 : height - 1;
      int below = topDown ? 1 : height - 2;
      return Optional.of(
          new BayerPattern(
              stored.at(0, top), stored.at(1, top), stored.at(0, below), stored.at(1, below)));
    } catch (InvalidInput e) {
      throw new UnreadableFrame(file, new ReadFault(ReadFault.Kind.UNSUPPORTED, e.getMessage()));
    }
  }

  private static FrameInfo info(Header header) {
    return new FrameInfo(
            taken(header.getStringValue("DATE-OBS", "").strip()),
            positive(header.getDoubleValue("EXPTIME", header.getDoubleValue("EXPOSURE", 0))),
            positive(header.getDoubleValue("FNUMBER", 0)),
            positive(header.getDoubleValue("ISOSPEED", 0)),
            positive(header.getDoubleValue("FOCALLEN", 0)),
            text(header, "INSTRUME"),
            text(header, "TELESCOP"),
            1)
        .withCelsius(
            header.containsKey("CCD-TEMP")
                ? OptionalDouble.of(header.getDoubleValue("CCD-TEMP"))
                : OptionalDouble.empty());
  }

  private static Optional<String> text(Header header, String key) {
    return Optional.of(header.getStringValue(key, "").strip()).filter(t -> !t.isEmpty());
  }

  private static OptionalDouble positive(double value) {
    return value > 0 ? OptionalDouble.of(value) : OptionalDouble.empty();
  }

  /** DATE-OBS is in universal time (FITS standard 4.0, section 9). */
  private static Optional<CaptureTime> taken(String text) {
    try {
      return text.isEmpty()
          ? Optional.empty()
          : Optional.of(
              new CaptureTime(
                  LocalDateTime.parse(text.replaceAll("Z$", "")), Optional.of(ZoneOffset.UTC)));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** The shape of the picture that comes out. */
  PixelLayout layout() {
    int channels = mosaic.isPresent() ? 3 : planes;
    return new PixelLayout(width, height, channels, bits == 8 && mosaic.isEmpty() ? 8 : 16);
  }
}
