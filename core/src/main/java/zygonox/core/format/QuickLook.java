package zygonox.core.format;

import com.sun.jna.Memory;
import java.io.IOException;
import java.util.Optional;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * A frame made small, as quickly as can be: the picture its camera put into the file, a JPEG
 * decoded at a fraction of its size, else some of its pixels.
 */
public final class QuickLook {
  private QuickLook() {}

  /**
   * Looks.
   *
   * @param side wanted length of the longer side in pixels; what comes may be up to twice as long,
   *     or shorter where the file holds no more
   * @return 8-bit RGB, upright
   */
  public static Raster of(PictureFile frame, int side) throws UnreadableFrame {
    Optional<Raster> stored = stored(frame, side);
    return stored.isPresent() ? stored.get() : sampled(frame, side);
  }

  /** The same where it costs far less than to decode the frame; empty where it does not. */
  public static Optional<Raster> stored(PictureFile frame, int side) throws UnreadableFrame {
    try {
      Optional<Raster> found = found(frame, side);
      int orientation = frame.info().orientation();
      return found.isEmpty() || orientation == 1
          ? found.map(raster -> shrunk(raster, side))
          : Optional.of(turned(shrunk(found.get(), side), orientation));
    } catch (IOException e) {
      throw new UnreadableFrame(frame.file(), ReadFault.Kind.DAMAGED, e);
    }
  }

  private static Raster turned(Raster raster, int orientation) throws UnreadableFrame {
    try (OrientedSource source = new OrientedSource(PixelSource.of(raster), orientation)) {
      Raster upright = Raster.blank(source.layout());
      source.read(0, source.layout().height(), upright.samples());
      return upright;
    }
  }

  private static Optional<Raster> found(PictureFile frame, int side)
      throws IOException, UnreadableFrame {
    return switch (frame.format()) {
      case JPEG -> TurboJpeg.isPresent() ? Optional.of(reducedJpeg(frame, side)) : Optional.empty();
      case DNG, TIFF -> EmbeddedPreview.read(frame.file(), side);
      case RAW -> {
        Optional<Raster> embedded = EmbeddedPreview.read(frame.file(), side);
        yield embedded.isPresent()
            ? embedded
            : LibRaw.thumbnail(frame.file()).flatMap(EmbeddedPreview::jpeg);
      }
      case PNG, FITS -> Optional.empty();
    };
  }

  private static Raster reducedJpeg(PictureFile frame, int side)
      throws IOException, UnreadableFrame {
    PixelLayout stored = OrientedSource.uprightLayout(frame.layout(), frame.info().orientation());
    int divisor = 1;
    int longer = Math.max(stored.width(), stored.height());
    while (divisor < 8 && longer / (2 * divisor) >= side) {
      divisor *= 2;
    }
    int width = (stored.width() + divisor - 1) / divisor;
    int height = (stored.height() + divisor - 1) / divisor;
    PixelLayout small = new PixelLayout(width, height, 3, 8);
    try (Memory memory = new Memory(small.samples())) {
      TurboJpeg.decode(frame.file(), width, height, 3, memory);
      byte[] bytes = memory.getByteArray(0, small.samples());
      Raster raster = Raster.blank(small);
      for (int i = 0; i < bytes.length; i++) {
        raster.samples()[i] = (short) (bytes[i] & 0xff);
      }
      return raster;
    } catch (TurboJpeg.DecodeFailed e) {
      throw new UnreadableFrame(frame.file(), ReadFault.Kind.DAMAGED, e);
    }
  }

  /** Every so many pixels of every so many rows. */
  private static Raster sampled(PictureFile frame, int side) throws UnreadableFrame {
    PixelLayout layout = frame.layout();
    int step = Math.max(1, Math.max(layout.width(), layout.height()) / side);
    int width = Math.max(1, layout.width() / step);
    int height = Math.max(1, layout.height() / step);
    Raster raster = Raster.blank(new PixelLayout(width, height, 3, 8));
    try (PixelSource source = PictureReader.open(frame)) {
      short[] row = new short[layout.rowSamples()];
      for (int y = 0; y < height; y++) {
        source.read(y * step, 1, row);
        for (int x = 0; x < width; x++) {
          for (int c = 0; c < 3; c++) {
            int sample = row[x * step * layout.channels() + Math.min(c, layout.channels() - 1)];
            raster.samples()[3 * (y * width + x) + c] =
                (short) ((sample & 0xffff) >> layout.bits() - 8);
          }
        }
      }
    }
    return raster;
  }

  /** Halved, by means of four, until it is less than twice as long as wanted. */
  private static Raster shrunk(Raster raster, int side) {
    Raster small = raster;
    while (Math.max(small.layout().width(), small.layout().height()) >= 2 * side
        && Math.min(small.layout().width(), small.layout().height()) > 1) {
      PixelLayout from = small.layout();
      Raster half = Raster.blank(new PixelLayout(from.width() / 2, from.height() / 2, 3, 8));
      int row = from.rowSamples();
      int i = 0;
      for (int y = 0; y < half.layout().height(); y++) {
        for (int x = 0; x < half.layout().width(); x++) {
          for (int c = 0; c < 3; c++) {
            int at = 2 * y * row + 6 * x + c;
            short[] s = small.samples();
            half.samples()[i++] = (short) (s[at] + s[at + 3] + s[at + row] + s[at + row + 3] >> 2);
          }
        }
      }
      small = half;
    }
    return small;
  }
}
