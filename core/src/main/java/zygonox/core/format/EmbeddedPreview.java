package zygonox.core.format;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.FileBytes;

/**
 * Small pictures that cameras put into TIFF files beside the large one: a JPEG by its own two tags
 * or as a strip (TIFF 6.0, section 22), or plain samples.
 */
final class EmbeddedPreview {
  private static final int SUBFILE_TYPE = 254;
  private static final int WIDTH = 256;
  private static final int HEIGHT = 257;
  private static final int COMPRESSION = 259;
  private static final int PHOTOMETRIC = 262;
  private static final int STRIP_OFFSETS = 273;
  private static final int STRIP_BYTES = 279;
  private static final int JPEG_OFFSET = 513;
  private static final int JPEG_BYTES = 514;
  private static final int PLAIN = 1;
  private static final int OLD_JPEG = 6;
  private static final int JPEG = 7;
  private static final int RGB = 2;
  private static final int YCBCR = 6;
  private static final long MOST_BYTES = 64L << 20;

  /** Where one lies. */
  private record Place(long at, long bytes, boolean isJpeg, int width, int height) {}

  private EmbeddedPreview() {}

  /**
   * The smallest one of a width or more, else the largest.
   *
   * @return 8-bit RGB as it is stored; empty where there is none that can be read
   */
  static Optional<Raster> read(Path file, int side) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      List<Place> places = new ArrayList<>();
      for (TiffTags tags : TiffTags.read(channel)) {
        place(tags).filter(p -> p.bytes > 0 && p.bytes <= MOST_BYTES).ifPresent(places::add);
      }
      // By their bytes, for a JPEG's own tags do not tell its size.
      places.sort(Comparator.comparingLong(Place::bytes));
      Optional<Raster> best = Optional.empty();
      for (Place place : places) {
        Optional<Raster> raster = read(channel, place);
        if (raster.isPresent()) {
          best = raster;
          PixelLayout layout = raster.get().layout();
          if (Math.max(layout.width(), layout.height()) >= side) {
            return best;
          }
        }
      }
      return best;
    }
  }

  private static Optional<Place> place(TiffTags tags) {
    int width = tags.whole(WIDTH, 0);
    int height = tags.whole(HEIGHT, 0);
    if (tags.has(JPEG_OFFSET) && tags.has(JPEG_BYTES)) {
      return Optional.of(
          new Place(
              (long) tags.number(JPEG_OFFSET, 0),
              (long) tags.number(JPEG_BYTES, 0),
              true,
              width,
              height));
    }
    int compression = tags.whole(COMPRESSION, PLAIN);
    int photometric = tags.whole(PHOTOMETRIC, RGB);
    boolean isSmall = tags.whole(SUBFILE_TYPE, 0) == 1 || compression == OLD_JPEG;
    boolean shown = photometric == RGB || photometric == YCBCR;
    if (!isSmall || !shown || tags.numbers(STRIP_OFFSETS).length != 1) {
      return Optional.empty();
    }
    boolean isJpeg = compression == OLD_JPEG || compression == JPEG;
    return isJpeg || compression == PLAIN
        ? Optional.of(
            new Place(
                (long) tags.number(STRIP_OFFSETS, 0),
                (long) tags.number(STRIP_BYTES, 0),
                isJpeg,
                width,
                height))
        : Optional.empty();
  }

  private static Optional<Raster> read(FileChannel channel, Place place) throws IOException {
    if (place.at < 0 || place.at + place.bytes > channel.size()) {
      return Optional.empty();
    }
    ByteBuffer buffer = ByteBuffer.allocate((int) place.bytes);
    if (!FileBytes.fill(channel, place.at, buffer)) {
      return Optional.empty();
    }
    return place.isJpeg ? jpeg(buffer.array()) : plain(buffer.array(), place);
  }

  private static Optional<Raster> plain(byte[] bytes, Place place) {
    if (place.width < 1 || place.height < 1 || 3L * place.width * place.height != bytes.length) {
      return Optional.empty();
    }
    Raster raster = Raster.blank(new PixelLayout(place.width, place.height, 3, 8));
    for (int i = 0; i < bytes.length; i++) {
      raster.samples()[i] = (short) (bytes[i] & 0xff);
    }
    return Optional.of(raster);
  }

  /** Decodes a small JPEG; empty where it is none. */
  static Optional<Raster> jpeg(byte[] bytes) {
    try {
      var image = ImageIO.read(new ByteArrayInputStream(bytes));
      if (image == null) {
        return Optional.empty();
      }
      PixelLayout layout = new PixelLayout(image.getWidth(), image.getHeight(), 3, 8);
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
      return Optional.of(raster);
    } catch (IOException | RuntimeException e) {
      return Optional.empty();
    }
  }
}
