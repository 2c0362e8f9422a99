package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BiConsumer;
import zygonox.core.develop.FrameMask;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Region;

/** A mask that is painted stroke by stroke, each of them a step of the recipe. */
abstract class PaintedMask {
  private final BlendModel blend;

  /** Ends that lie nearer to each other are one. */
  private static final double SHORTEST_GRADIENT = 4;

  /** Corners that lie nearer to each other are one, as a share of the picture's width. */
  private static final double SAME_CORNER = 0.008;

  private double width = 60;
  private Optional<FrameMask> mask = Optional.empty();

  /** The file that the mask in work was read from or written to. */
  private Optional<Path> known = Optional.empty();

  /** Goes up whenever something else is painted. */
  private int subject;

  private Way way = Way.BRUSH;
  private boolean gradient;
  private OptionalDouble edge = OptionalDouble.empty();

  /** Where the pointer was last, and the picture it was on. */
  private PixelLayout picture;

  private double[] last;

  /** Of the part whose corners are set, with what was painted before it. */
  private final List<double[]> corners = new ArrayList<>();

  private Optional<FrameMask> beforeCorners = Optional.empty();

  /** Where a gradient begins whose other end is not set yet. */
  private Optional<double[]> begun = Optional.empty();

  /** How a part is drawn. */
  enum Way {
    /** By strokes. */
    BRUSH,
    /** By the corners around it. */
    CORNERS,
    /** From where it is whole to where nothing is left of it. */
    GRADIENT
  }

  PaintedMask(BlendModel blend) {
    this.blend = blend;
  }

  BlendModel blend() {
    return blend;
  }

  /** The file the recipe has for what is painted now. */
  abstract Optional<Path> wanted();

  /** What has the recipe use another file, with so soft an edge, for what is painted now. */
  abstract BiConsumer<Path, Double> editing();

  /** How soft the edge is that the recipe has for what is painted now, in pixels. */
  abstract OptionalDouble wantedEdge();

  /** How soft it is where nothing was said, in pixels. */
  abstract double usualEdge();

  /** Whether an edge can be soft at all. */
  abstract boolean fades();

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

  /** How soft the edge is, in pixels. */
  double edge() {
    return wantedEdge().orElse(edge.orElse(usualEdge()));
  }

  void setEdge(double pixels) {
    edge = OptionalDouble.of(pixels);
    wanted().ifPresent(file -> editing().accept(file, pixels));
  }

  /** How the next part is drawn; a gradient only where edges can be soft. */
  Way way() {
    return way == Way.GRADIENT && !fades() ? Way.BRUSH : way;
  }

  void setWay(Way other) {
    way = other;
    forget();
  }

  /** The places that were set of what is not closed yet. */
  List<double[]> open() {
    return begun.map(List::of).orElse(corners);
  }

  private void forget() {
    corners.clear();
    begun = Optional.empty();
  }

  /** Something else is painted next. */
  void begin() {
    subject++;
    known = Optional.empty();
    mask = Optional.empty();
    edge = OptionalDouble.empty();
    forget();
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
    forget();
  }

  /** What is painted so far; nothing after the last step was taken back. */
  Optional<FrameMask> mask() {
    return wanted().isPresent() || known.isEmpty() ? mask : Optional.empty();
  }

  /**
   * Goes from one place to another with the button down, in pixels of the picture.
   *
   * @param on the shape of the picture in view
   */
  void paint(PixelLayout on, double x1, double y1, double x2, double y2) {
    boolean first = last == null;
    picture = on;
    last = new double[] {x2, y2};
    switch (way()) {
      case BRUSH -> mask = Optional.of(soFar().painted(x1, y1, x2, y2, width / 2, true));
      case GRADIENT -> {
        if (first && begun.isEmpty()) {
          begun = Optional.of(new double[] {x1, y1});
        }
        if (length() >= SHORTEST_GRADIENT) {
          double[] from = begun.orElseThrow();
          mask = Optional.of(FrameMask.nearer(on.width(), on.height(), from[0], from[1], x2, y2));
        }
      }
      case CORNERS -> {
        // Set where the button is let go.
      }
    }
  }

  private FrameMask soFar() {
    return mask().orElseGet(() -> new FrameMask(picture.width(), picture.height(), new BitSet()));
  }

  private double length() {
    return begun.map(b -> Math.hypot(last[0] - b[0], last[1] - b[1])).orElse(0.0);
  }

  /**
   * The button is let go.
   *
   * @return whether what is painted is another now
   */
  boolean lifted() {
    if (last == null) {
      return false;
    }
    boolean changed =
        switch (way()) {
          case BRUSH -> true;
          case GRADIENT -> graded();
          case CORNERS -> cornered();
        };
    last = null;
    return changed;
  }

  private boolean graded() {
    double length = length();
    if (length < SHORTEST_GRADIENT) {
      return false;
    }
    begun = Optional.empty();
    // Nearly nothing of a soft edge is left as far from its middle as it is soft.
    edge = OptionalDouble.of(Math.min(Region.WIDEST_EDGE, Math.rint(length / 2)));
    gradient = true;
    return true;
  }

  /** The line around is closed by itself; its first corner once more ends it. */
  private boolean cornered() {
    if (corners.isEmpty()) {
      beforeCorners = Optional.of(soFar());
    } else if (Math.hypot(last[0] - corners.get(0)[0], last[1] - corners.get(0)[1])
        < SAME_CORNER * picture.width()) {
      corners.clear();
      return false;
    }
    corners.add(last);
    if (corners.size() < 3) {
      return false;
    }
    mask = beforeCorners.map(m -> m.filled(corners));
    return true;
  }

  /** What is to be written of it. */
  Optional<FrameMask> unwritten() {
    return mask().map(this::turned);
  }

  /** A mask on its way to its file: it belongs to what is painted now, whatever is by then. */
  final class Writing {
    private final int of = subject;
    private final BiConsumer<Path, Double> editing = editing();
    private final double soft;

    private Writing() {
      // A gradient's own edge goes before that of the mask it takes the place of.
      soft = gradient ? edge.orElseThrow() : edge();
      gradient = false;
    }

    /** The recipe takes it from now on. */
    void written(Path file) {
      if (of == subject) {
        known = Optional.of(file);
      }
      editing.accept(file, soft);
    }
  }

  /** What is painted begins to be written. */
  Writing writing() {
    return new Writing();
  }

  /** Where masks are kept. */
  MaskFiles files() {
    return new MaskFiles(blend.folder(), word());
  }
}
