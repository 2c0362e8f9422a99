package zygonox.core.format;

import com.sun.jna.Library;
import com.sun.jna.Native;
import com.sun.jna.Pointer;
import com.sun.jna.ptr.IntByReference;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * The system's LibRaw, which reads the makers' own raw formats. Loaded when the first such file is
 * met, and not before.
 */
final class LibRaw {
  /** Function names of libraw.h (the C interface, since 0.18). */
  interface Functions extends Library {
    Pointer libraw_init(int flags);

    int libraw_open_file(Pointer raw, String path);

    int libraw_unpack(Pointer raw);

    int libraw_unpack_thumb(Pointer raw);

    int libraw_dcraw_process(Pointer raw);

    Pointer libraw_dcraw_make_mem_image(Pointer raw, IntByReference error);

    Pointer libraw_dcraw_make_mem_thumb(Pointer raw, IntByReference error);

    void libraw_dcraw_clear_mem(Pointer image);

    void libraw_close(Pointer raw);

    String libraw_strerror(int error);

    int libraw_raw2image(Pointer raw);

    void libraw_subtract_black(Pointer raw);

    int libraw_adjust_sizes_info_only(Pointer raw);

    int libraw_COLOR(Pointer raw, int row, int column);

    int libraw_get_color_maximum(Pointer raw);

    float libraw_get_pre_mul(Pointer raw, int index);

    float libraw_get_rgb_cam(Pointer raw, int row, int column);

    int libraw_get_iwidth(Pointer raw);

    int libraw_get_iheight(Pointer raw);

    float libraw_get_cam_mul(Pointer raw, int index);

    void libraw_set_user_mul(Pointer raw, int index, float value);

    void libraw_set_output_bps(Pointer raw, int bits);

    void libraw_set_output_color(Pointer raw, int space);

    void libraw_set_gamma(Pointer raw, int index, float value);

    void libraw_set_no_auto_bright(Pointer raw, int off);

    Pointer libraw_get_iparams(Pointer raw);

    Pointer libraw_get_imgother(Pointer raw);
  }

  /** Names under which Linux systems keep it, with and without a package for developers. */
  private static final String[] NAMES = {
    "libraw_r.so.20", "libraw_r.so.23", "libraw.so.20", "libraw.so.23", "raw_r", "raw"
  };

  private static final int OUTPUT_SRGB = 1;
  private static final int JPEG_IMAGE = 1;

  /** Places in its processed image: type, height, width, colours, bits, bytes, then the data. */
  private static final long HEIGHT_AT = 4;

  private static final long WIDTH_AT = 6;
  private static final long COLOURS_AT = 8;
  private static final long BITS_AT = 10;
  private static final long BYTES_AT = 12;
  private static final long DATA_AT = 16;

  /** Places in its description of the camera: four guard bytes, then names of 64 bytes. */
  private static final long MODEL_AT = 68;

  private static final Optional<Functions> FUNCTIONS = load();

  private LibRaw() {}

  private static Optional<Functions> load() {
    for (String name : NAMES) {
      try {
        return Optional.of(Native.load(name, Functions.class));
      } catch (UnsatisfiedLinkError e) {
        // The next name may be the one this system uses.
        continue;
      }
    }
    return Optional.empty();
  }

  static boolean isPresent() {
    return FUNCTIONS.isPresent();
  }

  /** Work on an open file. */
  @FunctionalInterface
  interface Work<T> {
    T on(Functions functions, Pointer raw) throws UnreadableFrame;
  }

  static <T> T open(Path file, Work<T> work) throws UnreadableFrame {
    Functions functions =
        FUNCTIONS.orElseThrow(
            () -> new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.NEEDS_LIBRAW)));
    Pointer raw = functions.libraw_init(0);
    try {
      check(functions, file, functions.libraw_open_file(raw, file.toString()));
      return work.on(functions, raw);
    } finally {
      functions.libraw_close(raw);
    }
  }

  static void check(Functions functions, Path file, int outcome) throws UnreadableFrame {
    if (outcome != 0) {
      throw new UnreadableFrame(
          file, new ReadFault(ReadFault.Kind.DAMAGED, functions.libraw_strerror(outcome)));
    }
  }

  /** What the file says, as far as LibRaw knows; its time is left to the metadata. */
  static FrameInfo info(Path file) throws UnreadableFrame {
    int orientation = MakerRaw.look(file).orientation();
    return open(
        file,
        (functions, raw) -> {
          Pointer other = functions.libraw_get_imgother(raw);
          String model = functions.libraw_get_iparams(raw).getString(MODEL_AT);
          return new FrameInfo(
              Optional.empty(),
              positive(other.getFloat(4)),
              positive(other.getFloat(8)),
              positive(other.getFloat(0)),
              positive(other.getFloat(12)),
              Optional.of(model.strip()).filter(m -> !m.isEmpty()),
              Optional.empty(),
              orientation);
        });
  }

  private static OptionalDouble positive(float value) {
    return value > 0 && Float.isFinite(value)
        ? OptionalDouble.of(Math.round(value * 1e4) / 1e4)
        : OptionalDouble.empty();
  }

  /** Develops: white balance as shot, sRGB, upright, no brightening of its own. */
  static Raster develop(Path file) throws UnreadableFrame {
    return open(
        file,
        (functions, raw) -> {
          check(functions, file, functions.libraw_unpack(raw));
          functions.libraw_set_output_bps(raw, 16);
          functions.libraw_set_output_color(raw, OUTPUT_SRGB);
          functions.libraw_set_gamma(raw, 0, 1 / 2.4f);
          functions.libraw_set_gamma(raw, 1, 12.92f);
          functions.libraw_set_no_auto_bright(raw, 1);
          for (int i = 0; i < 4; i++) {
            functions.libraw_set_user_mul(raw, i, functions.libraw_get_cam_mul(raw, i));
          }
          check(functions, file, functions.libraw_dcraw_process(raw));
          IntByReference error = new IntByReference();
          Pointer image = functions.libraw_dcraw_make_mem_image(raw, error);
          check(functions, file, error.getValue());
          try {
            return raster(file, image);
          } finally {
            functions.libraw_dcraw_clear_mem(image);
          }
        });
  }

  private static Raster raster(Path file, Pointer image) throws UnreadableFrame {
    int channels = image.getShort(COLOURS_AT);
    PixelLayout layout =
        PictureLimits.layout(
            file,
            Short.toUnsignedInt(image.getShort(WIDTH_AT)),
            Short.toUnsignedInt(image.getShort(HEIGHT_AT)),
            channels == 1 ? 1 : 3,
            16);
    if (image.getShort(BITS_AT) != 16 || channels != layout.channels()) {
      throw new UnreadableFrame(
          file, new ReadFault(ReadFault.Kind.UNSUPPORTED, channels + " colours"));
    }
    Raster raster = Raster.blank(layout);
    image.read(DATA_AT, raster.samples(), 0, layout.samples());
    return raster;
  }

  /** The picture the camera put into the file, as JPEG; empty where there is none. */
  static Optional<byte[]> thumbnail(Path file) throws UnreadableFrame {
    return open(
        file,
        (functions, raw) -> {
          if (functions.libraw_unpack_thumb(raw) != 0) {
            return Optional.empty();
          }
          IntByReference error = new IntByReference();
          Pointer image = functions.libraw_dcraw_make_mem_thumb(raw, error);
          if (image == null || error.getValue() != 0) {
            return Optional.empty();
          }
          try {
            return image.getInt(0) == JPEG_IMAGE
                ? Optional.of(image.getByteArray(DATA_AT, image.getInt(BYTES_AT)))
                : Optional.empty();
          } finally {
            functions.libraw_dcraw_clear_mem(image);
          }
        });
  }
}
