package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.FrameMask;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;

/** A part of the picture that is painted to come from elsewhere. */
final class RegionModel {
  private final BlendModel blend;
  private Optional<BlendMethod> method = Optional.empty();
  private Optional<Path> frame = Optional.empty();
  private double width = 60;
  private Optional<FrameMask> mask = Optional.empty();

  /** The file that the mask in work was read from or written to. */
  private Optional<Path> known = Optional.empty();

  RegionModel(BlendModel blend) {
    this.blend = blend;
  }

  /** Whether parts of a recipe's picture can come from elsewhere. */
  static boolean fits(Recipe recipe) {
    return recipe.scale() == 1
        && recipe.crop().equals(Crop.NONE)
        && recipe.ground().isEmpty()
        && recipe.red().isEmpty()
        && recipe.movement().isEmpty();
  }

  double width() {
    return width;
  }

  void setWidth(double pixels) {
    width = pixels;
  }

  /** From where what is painted next comes: from the frames by a method, or from one of them. */
  void paintFrom(Optional<BlendMethod> by, Optional<Path> from) {
    method = by;
    frame = from;
    known = Optional.empty();
    mask = Optional.empty();
  }

  private Optional<Region> region() {
    return blend.recipe().regions().stream().filter(r -> r.isFrom(method, frame)).findFirst();
  }

  /** The mask that is to be read, because the recipe has another than the one in work. */
  Optional<Path> unread() {
    Optional<Path> wanted = region().map(Region::mask);
    return wanted.filter(w -> !known.equals(wanted));
  }

  /** Takes what was read of a mask. */
  void take(Path file, Optional<FrameMask> read) {
    known = Optional.of(file);
    mask = read;
  }

  /** What is painted so far; nothing after the last step was taken back. */
  Optional<FrameMask> mask() {
    return region().isPresent() || known.isEmpty() ? mask : Optional.empty();
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

  /** The recipe takes the part from a mask that was written, from now on. */
  void use(Path file) {
    Recipe recipe = blend.recipe();
    List<Region> regions = new ArrayList<>();
    boolean there = false;
    for (Region region : recipe.regions()) {
      boolean own = region.isFrom(method, frame);
      regions.add(own ? region.withMask(file) : region);
      there |= own;
    }
    if (!there) {
      regions.add(new Region(file, method, frame, Region.USUAL_EDGE));
    }
    known = Optional.of(file);
    blend.edit("region " + file.getFileName(), recipe.withRegions(regions));
  }

  /** Where masks are kept. */
  MaskFiles files() {
    return new MaskFiles(blend.folder(), "part");
  }
}
