package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;

/** A recipe's sky, where it comes from elsewhere than the rest. */
final class Skies {
  private Skies() {}

  /** The part that is the sky. */
  static Optional<Region> of(Recipe recipe) {
    return FoundParts.of(recipe, Region.Found.SKY);
  }

  /**
   * The same recipe with its sky from another frame.
   *
   * @param frame empty: from all of them, as the rest
   */
  static Recipe from(Recipe recipe, Optional<Path> frame) {
    Optional<Region> before = of(recipe);
    return with(
        recipe,
        frame
            .map(Region::skyOf)
            .map(r -> r.withEdge(before.map(Region::edgePixels).orElse(r.edgePixels()))));
  }

  /** The same with another softness of the sky's edge, in pixels. */
  static Recipe edged(Recipe recipe, double pixels) {
    return with(recipe, of(recipe).map(r -> r.withEdge(pixels)));
  }

  private static Recipe with(Recipe recipe, Optional<Region> sky) {
    return FoundParts.with(recipe, Region.Found.SKY, sky);
  }
}
