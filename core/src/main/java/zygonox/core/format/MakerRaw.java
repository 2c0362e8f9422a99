package zygonox.core.format;

import com.sun.jna.Pointer;
import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raw.BayerPattern;
import zygonox.core.raw.CameraColour;
import zygonox.core.raw.DevelopedRows;
import zygonox.core.raw.Development;
import zygonox.core.raw.Mosaic;
import zygonox.core.raw.MosaicStep;

/**
 * A raw file of a maker's own format. LibRaw only unpacks it where its sensor has a mosaic of two
 * by two pixels: what a pixel counts is developed as that of a DNG is, by the same white for every
 * frame. Sensors of other kinds are developed by LibRaw, upright.
 */
final class MakerRaw implements RawFile {
  /** Where its own description of the sizes lies: after one pointer. */
  private static final long SIZES_AT = 8;

  private static final long HEIGHT_AT = SIZES_AT + 12;
  private static final long WIDTH_AT = SIZES_AT + 14;
  private static final long ASPECT_AT = SIZES_AT + 24;
  private static final long FLIP_AT = SIZES_AT + 32;

  /** Rows and columns at which a pattern is looked at: twice that of the largest in use. */
  private static final int PATTERN_SIDE = 12;

  /** Values of a pixel in LibRaw's memory, one of them in use. */
  private static final int COLOURS = 4;

  private final Path file;
  private final PixelLayout layout;
  private final int orientation;
  private final Optional<BayerPattern> pattern;

  private MakerRaw(Path file, PixelLayout layout, int orientation, Optional<BayerPattern> pattern) {
    this.file = file;
    this.layout = layout;
    this.orientation = orientation;
    this.pattern = pattern;
  }

  /**
   * Looks at a file without unpacking it.
   *
   * @throws UnreadableFrame also where the system has no LibRaw
   */
  static MakerRaw look(Path file) throws UnreadableFrame {
    return LibRaw.open(file, (functions, raw) -> look(file, functions, raw));
  }

  private static MakerRaw look(Path file, LibRaw.Functions functions, Pointer raw)
      throws UnreadableFrame {
    int width = functions.libraw_get_iwidth(raw);
    int height = functions.libraw_get_iheight(raw);
    Optional<BayerPattern> pattern = pattern(functions, raw);
    int orientation = orientation(raw, width, height);
    // What LibRaw's own picture would measure: turned, and stretched or cut for odd sensors.
    functions.libraw_adjust_sizes_info_only(raw);
    int finalWidth = functions.libraw_get_iwidth(raw);
    int finalHeight = functions.libraw_get_iheight(raw);
    boolean asItLies =
        orientation >= 5
            ? finalWidth == height && finalHeight == width
            : finalWidth == width && finalHeight == height;
    return pattern.isPresent() && orientation > 0 && asItLies
        ? new MakerRaw(file, PictureLimits.layout(file, width, height, 3, 16), orientation, pattern)
        : new MakerRaw(
            file, PictureLimits.layout(file, finalWidth, finalHeight, 3, 16), 1, Optional.empty());
  }

  private static Optional<BayerPattern> pattern(LibRaw.Functions functions, Pointer raw) {
    boolean four = false;
    for (int row = 0; row < 3; row++) {
      four |= functions.libraw_get_rgb_cam(raw, row, 3) != 0;
    }
    int[] cell = new int[4];
    for (int i = 0; i < cell.length; i++) {
      cell[i] = colour(functions, raw, i & 1, i >> 1);
    }
    for (int y = 0; y < PATTERN_SIDE; y++) {
      for (int x = 0; x < PATTERN_SIDE; x++) {
        if (four || colour(functions, raw, x, y) != cell[(y & 1) * 2 + (x & 1)]) {
          return Optional.empty();
        }
      }
    }
    try {
      return Optional.of(new BayerPattern(cell[0], cell[1], cell[2], cell[3]));
    } catch (InvalidInput e) {
      // No mosaic at all, or one of other colours.
      return Optional.empty();
    }
  }

  /** LibRaw tells the green of a blue row as a fourth colour. */
  private static int colour(LibRaw.Functions functions, Pointer raw, int x, int y) {
    int colour = functions.libraw_COLOR(raw, y, x);
    return colour == 3 ? 1 : colour;
  }

  /** As in EXIF, from LibRaw's way of telling it; 0 where this LibRaw keeps it elsewhere. */
  private static int orientation(Pointer raw, int width, int height) {
    boolean asKnown =
        Short.toUnsignedInt(raw.getShort(HEIGHT_AT)) == height
            && Short.toUnsignedInt(raw.getShort(WIDTH_AT)) == width
            && raw.getDouble(ASPECT_AT) == 1;
    if (!asKnown) {
      return 0;
    }
    return switch (raw.getInt(FLIP_AT)) {
      case 0 -> 1;
      case 3 -> 3;
      case 5 -> 8;
      case 6 -> 6;
      default -> 0;
    };
  }

  /** How its picture is to be turned, as EXIF tells it. */
  int orientation() {
    return orientation;
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean isMosaic() {
    return pattern.isPresent();
  }

  @Override
  public long heldBytes() {
    // LibRaw's counts and its four values a pixel, and beside them our counts; or its own picture.
    return (2L + 1 + COLOURS) * Short.BYTES * layout.width() * layout.height();
  }

  @Override
  public Mosaic mosaic() throws UnreadableFrame {
    return LibRaw.open(file, this::mosaic);
  }

  private Mosaic mosaic(LibRaw.Functions functions, Pointer raw) throws UnreadableFrame {
    LibRaw.check(functions, file, functions.libraw_unpack(raw));
    float white = functions.libraw_get_color_maximum(raw);
    LibRaw.check(functions, file, functions.libraw_raw2image(raw));
    Pointer image = raw.getPointer(0);
    int width = layout.width();
    int[] at = new int[4];
    for (int i = 0; i < at.length; i++) {
      at[i] = functions.libraw_COLOR(raw, i >> 1, i & 1);
    }
    short[] samples = new short[width * layout.height()];
    short[] row = new short[COLOURS * width];
    for (int y = 0; y < layout.height(); y++) {
      read(image, y, row);
      for (int x = 0; x < width; x++) {
        samples[y * width + x] = row[COLOURS * x + at[(y & 1) * 2 + (x & 1)]];
      }
    }
    functions.libraw_subtract_black(raw);
    float[] black = black(image, samples, at);
    return new Mosaic(width, layout.height(), pattern.orElseThrow(), samples, black, white);
  }

  private static void read(Pointer image, int y, short[] row) {
    image.read((long) Short.BYTES * y * row.length, row, 0, row.length);
  }

  /**
   * What LibRaw took off for black, found where something is left: its number is told nowhere. In a
   * cell without any light it is what the brightest pixel counts.
   */
  private float[] black(Pointer image, short[] samples, int[] at) {
    int width = layout.width();
    float[] black = new float[at.length];
    boolean[] known = new boolean[at.length];
    short[] row = new short[COLOURS * width];
    for (int y = 0; y < layout.height(); y++) {
      int cell = (y & 1) * 2;
      if (known[cell] && known[cell + 1]) {
        if (known[0] && known[2]) {
          break;
        }
        continue;
      }
      read(image, y, row);
      for (int x = 0; x < width; x++) {
        int k = cell + (x & 1);
        int left = row[COLOURS * x + at[k]] & 0xffff;
        int count = samples[y * width + x] & 0xffff;
        if (left > 0 && !known[k]) {
          known[k] = true;
          black[k] = count - left;
        } else if (!known[k]) {
          black[k] = Math.max(black[k], count);
        }
      }
    }
    return black;
  }

  @Override
  public DevelopedRows decode(MosaicStep step) throws UnreadableFrame {
    if (isMosaic()) {
      Mosaic mosaic = mosaic();
      step.repair(mosaic);
      return new Development(mosaic, LibRaw.open(file, MakerRaw::colours), step);
    }
    Raster developed = LibRaw.develop(file);
    int width = layout.width();
    if (developed.layout().width() != width || developed.layout().height() != layout.height()) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.DAMAGED));
    }
    float[] light = ToneCurve.SRGB.light(layout.bits());
    int channels = developed.layout().channels();
    return (y, into) -> {
      for (int i = 0; i < layout.rowSamples(); i++) {
        int channel = channels == 1 ? 0 : i % 3;
        into[i] = light[developed.samples()[(y * width + i / 3) * channels + channel] & 0xffff];
      }
    };
  }

  /** Its colours under the white balance that was set, or under daylight where none is told. */
  private static CameraColour colours(LibRaw.Functions functions, Pointer raw) {
    float[] gain = new float[3];
    boolean asShot = true;
    for (int c = 0; c < 3; c++) {
      gain[c] = functions.libraw_get_cam_mul(raw, c);
      asShot &= gain[c] > 0;
    }
    float least = Float.MAX_VALUE;
    for (int c = 0; c < 3; c++) {
      gain[c] = asShot ? gain[c] : functions.libraw_get_pre_mul(raw, c);
      least = Math.min(least, gain[c]);
    }
    float[][] matrix = new float[3][3];
    for (int c = 0; c < 3; c++) {
      gain[c] = least > 0 ? gain[c] / least : 1;
      for (int k = 0; k < 3; k++) {
        matrix[c][k] = functions.libraw_get_rgb_cam(raw, c, k);
      }
    }
    return new CameraColour(gain, matrix);
  }
}
