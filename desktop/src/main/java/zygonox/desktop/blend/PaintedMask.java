package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.BitSet;
import java.util.Optional;
import zygonox.core.develop.FrameMask;
import zygonox.core.raster.PixelLayout;

/** A mask that is painted stroke by stroke, each of them a step of the recipe. */
abstract class PaintedMask {
  private final BlendModel blend;
  private double width = 60;
  private Optional<FrameMask> mask = Optional.empty();

  /** The file that the mask in work was read from or written to. */
  private Optional<Path> known = Optional.empty();

  /** Goes up whenever something else is painted. */
  private int subject;

  PaintedMask(BlendModel blend) {
    this.blend = blend;
  }

  BlendModel blend() {
    return blend;
  }

  /** The file the recipe has for what is painted now. */
  abstract Optional<Path> wanted();

  /** Has the recipe use another file. */
  abstract void edit(Path file);

  /** What is painted as it stands in the file, and back. */
  FrameMask turned(FrameMask painted) {
    return painted;
  }

  /** The word its files are called by. */
  abstract String word();

  double width() {
    return width;
  }

  void setWidth(double pixels) {
    width = pixels;
  }

  /** Something else is painted next. */
  void begin() {
    subject++;
    known = Optional.empty();
    mask = Optional.empty();
  }

  /** Tells what is painted: a mask that was being written belongs to no other. */
  int subject() {
    return subject;
  }

  /** The mask that is to be read, because the recipe has another than the one in work. */
  Optional<Path> unread() {
    Optional<Path> wanted = wanted();
    return wanted.filter(w -> !known.equals(wanted));
  }

  /** Takes what was read of a mask, if it is wanted still. */
  void take(Path file, Optional<FrameMask> read) {
    if (!wanted().equals(Optional.of(file))) {
      return;
    }
    known = Optional.of(file);
    mask = read.map(this::turned);
  }

  /** What is painted so far; nothing after the last step was taken back. */
  Optional<FrameMask> mask() {
    return wanted().isPresent() || known.isEmpty() ? mask : Optional.empty();
  }

  /**
   * Lets the brush go from one place to another.
   *
   * @param picture the shape of the picture in view
   */
  void paint(PixelLayout picture, double x1, double y1, double x2, double y2) {
    FrameMask before =
        mask().orElseGet(() -> new FrameMask(picture.width(), picture.height(), new BitSet()));
    mask = Optional.of(before.painted(x1, y1, x2, y2, width / 2, true));
  }

  /** What is to be written of it. */
  Optional<FrameMask> unwritten() {
    return mask().map(this::turned);
  }

  /** The recipe takes a mask that was written, from now on. */
  void use(Path file) {
    known = Optional.of(file);
    edit(file);
  }

  /** Where masks are kept. */
  MaskFiles files() {
    return new MaskFiles(blend.folder(), word());
  }
}
