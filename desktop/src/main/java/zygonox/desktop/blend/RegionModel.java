package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BiConsumer;
import zygonox.core.combine.BlendMethod;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;

/** A part of the picture that is painted to come from elsewhere. */
final class RegionModel extends PaintedMask {
  private Optional<BlendMethod> method = Optional.empty();
  private Optional<Path> frame = Optional.empty();

  RegionModel(BlendModel blend) {
    super(blend);
  }

  /** Whether parts of a recipe's picture can come from elsewhere. */
  static boolean fits(Recipe recipe) {
    return recipe.scale() == 1
        && recipe.crop().equals(Crop.NONE)
        && recipe.ground().isEmpty()
        && recipe.red().isEmpty()
        && recipe.movement().isEmpty();
  }

  /** From where what is painted next comes: from the frames by a method, or from one of them. */
  void paintFrom(Optional<BlendMethod> by, Optional<Path> from) {
    method = by;
    frame = from;
    begin();
  }

  @Override
  Optional<Path> wanted() {
    return region().flatMap(Region::mask);
  }

  private Optional<Region> region() {
    return blend().recipe().regions().stream()
        .filter(r -> r.isPainted() && r.isFrom(method, frame))
        .findFirst();
  }

  @Override
  OptionalDouble wantedEdge() {
    return region().stream().mapToDouble(Region::edgePixels).findFirst();
  }

  @Override
  double usualEdge() {
    return Region.USUAL_EDGE;
  }

  @Override
  boolean fades() {
    return true;
  }

  @Override
  BiConsumer<Path, Double> editing() {
    Optional<BlendMethod> by = method;
    Optional<Path> from = frame;
    return (file, edge) -> edit(by, from, file, edge);
  }

  private void edit(Optional<BlendMethod> by, Optional<Path> from, Path file, double edge) {
    Recipe recipe = blend().recipe();
    List<Region> regions = new ArrayList<>();
    boolean there = false;
    for (Region region : recipe.regions()) {
      boolean own = region.isPainted() && region.isFrom(by, from);
      regions.add(own ? region.withMask(file).withEdge(edge) : region);
      there |= own;
    }
    if (!there) {
      regions.add(Region.painted(file, by, from, edge));
    }
    blend().edit("region " + file.getFileName() + edge, recipe.withRegions(regions));
  }

  @Override
  String word() {
    return "part";
  }
}
