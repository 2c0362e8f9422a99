package zygonox.desktop.blend;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;

/** The parts of a recipe's picture that are found and come from elsewhere. */
final class FoundParts {
  private FoundParts() {}

  /** The one of a kind. */
  static Optional<Region> of(Recipe recipe, Region.Found found) {
    return recipe.regions().stream().filter(r -> r.place() == found).findFirst();
  }

  /**
   * The same recipe with another of a kind.
   *
   * @param part empty: none
   */
  static Recipe with(Recipe recipe, Region.Found found, Optional<Region> part) {
    List<Region> regions = new ArrayList<>(recipe.regions());
    regions.removeIf(r -> r.place() == found);
    // What is painted lies over it.
    int painted = (int) regions.stream().filter(r -> !r.isPainted()).count();
    part.ifPresent(p -> regions.add(p.isSky() ? 0 : painted, p));
    return recipe.withRegions(regions);
  }
}
