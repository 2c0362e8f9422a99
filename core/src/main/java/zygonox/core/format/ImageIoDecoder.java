package zygonox.core.format;

import com.twelvemonkeys.imageio.plugins.tiff.TIFFImageReaderSpi;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.PixelInterleavedSampleModel;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicReference;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/** Decodes whole pictures through the ImageIO readers: the JDK's, and TwelveMonkeys' for TIFF. */
final class ImageIoDecoder {
  static {
    // A cache on disk for every stream costs more than it saves: the streams are files already.
    ImageIO.setUseCache(false);
  }

  private ImageIoDecoder() {}

  static ImageReader reader(PictureFormat format) {
    return switch (format) {
      case TIFF -> new TIFFImageReaderSpi().createReaderInstance(null);
      case JPEG, PNG -> ImageIO.getImageReadersByFormatName(format.name()).next();
      case DNG, FITS, RAW ->
          throw new IllegalArgumentException(format + " is read by a source of its own");
    };
  }

  /**
   * @param layout the stored shape, as the structure of the file declares it
   */
  static Raster decode(Path file, PictureFormat format, PixelLayout layout) throws UnreadableFrame {
    ImageReader reader = reader(format);
    AtomicReference<String> warning = new AtomicReference<>();
    try (ImageInputStream stream = ImageIO.createImageInputStream(file.toFile())) {
      if (stream == null) {
        throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.MISSING));
      }
      reader.setInput(stream, true, true);
      reader.addIIOReadWarningListener((source, w) -> warning.set(w));
      Raster raster = read(reader, format, layout);
      if (warning.get() != null && warning.get().toLowerCase().contains("premature")) {
        throw new UnreadableFrame(file, new ReadFault(ReadFault.Kind.TRUNCATED, warning.get()));
      }
      return raster;
    } catch (EOFException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.TRUNCATED, e);
    } catch (IOException | RuntimeException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    } finally {
      reader.dispose();
    }
  }

  private static Raster read(ImageReader reader, PictureFormat format, PixelLayout layout)
      throws IOException {
    // A TIFF's raster carries the stored samples, its image may have been through a conversion. (A
    // JPEG's raster is not in RGB yet.)
    if (format == PictureFormat.TIFF && plainColours(reader)) {
      java.awt.image.Raster stored = reader.readRaster(0, null);
      if (stored.getNumBands() >= layout.channels() && sampleBits(stored) == layout.bits()) {
        return samples(stored, layout);
      }
    }
    BufferedImage image = reader.read(0);
    boolean direct =
        image.getColorModel() instanceof ComponentColorModel
            && image.getRaster().getNumBands() >= layout.channels()
            && sampleBits(image.getRaster()) == layout.bits();
    return direct ? samples(image.getRaster(), layout) : shown(image, layout);
  }

  private static boolean plainColours(ImageReader reader) throws IOException {
    var type = reader.getRawImageType(0);
    if (type == null || !(type.getColorModel() instanceof ComponentColorModel model)) {
      return false;
    }
    int space = model.getColorSpace().getType();
    return space == ColorSpace.TYPE_RGB || space == ColorSpace.TYPE_GRAY;
  }

  private static int sampleBits(java.awt.image.Raster raster) {
    return DataBuffer.getDataTypeSize(raster.getTransferType());
  }

  private static Raster samples(java.awt.image.Raster stored, PixelLayout layout) {
    Raster raster = Raster.blank(layout);
    int bands = stored.getNumBands();
    short[] into = raster.samples();
    if (stored.getSampleModel() instanceof PixelInterleavedSampleModel
        && sampleBits(stored) == 16) {
      short[] row = new short[layout.width() * bands];
      for (int y = 0; y < layout.height(); y++) {
        stored.getDataElements(stored.getMinX(), stored.getMinY() + y, layout.width(), 1, row);
        pick(row, bands, into, y * layout.rowSamples(), layout);
      }
    } else {
      int[] row = new int[layout.width() * bands];
      for (int y = 0; y < layout.height(); y++) {
        stored.getPixels(stored.getMinX(), stored.getMinY() + y, layout.width(), 1, row);
        pick(row, bands, into, y * layout.rowSamples(), layout);
      }
    }
    return raster;
  }

  private static void pick(short[] row, int bands, short[] into, int at, PixelLayout layout) {
    for (int x = 0, i = at; x < layout.width(); x++) {
      for (int c = 0; c < layout.channels(); c++) {
        into[i++] = row[x * bands + c];
      }
    }
  }

  private static void pick(int[] row, int bands, short[] into, int at, PixelLayout layout) {
    for (int x = 0, i = at; x < layout.width(); x++) {
      for (int c = 0; c < layout.channels(); c++) {
        into[i++] = (short) row[x * bands + c];
      }
    }
  }

  /** Palettes and other odd kinds, by the colours they show. */
  private static Raster shown(BufferedImage image, PixelLayout layout) throws IOException {
    if (layout.channels() != 3 || layout.bits() != 8) {
      throw new IOException(Phrasebook.say("refused.samples-are-stored-in-a"));
    }
    Raster raster = Raster.blank(layout);
    int[] row = new int[layout.width()];
    for (int y = 0; y < layout.height(); y++) {
      image.getRGB(0, y, layout.width(), 1, row, 0, layout.width());
      for (int x = 0, i = y * layout.rowSamples(); x < layout.width(); x++) {
        raster.samples()[i++] = (short) (row[x] >> 16 & 0xff);
        raster.samples()[i++] = (short) (row[x] >> 8 & 0xff);
        raster.samples()[i++] = (short) (row[x] & 0xff);
      }
    }
    return raster;
  }
}
