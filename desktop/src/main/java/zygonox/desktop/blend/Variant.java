package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalInt;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.words.RecipeWords;

/**
 * One of the pictures that were made of the same frames.
 *
 * @param file where it is kept until it is saved
 * @param recipe how it was made
 * @param frames how many frames took part
 * @param result what was measured when it was made; empty for one of an earlier day
 */
record Variant(Path file, Recipe recipe, int frames, Optional<BlendResult> result) {
  /** One that was just made. */
  static Variant of(BlendResult made) {
    return new Variant(made.output(), made.recipe(), made.used(), Optional.of(made));
  }

  /** One that lies in its folder, as it tells of itself. */
  static Variant of(RecipeFile read) {
    return new Variant(read.file(), read.recipe(), read.frames().size(), Optional.empty());
  }

  /** Whether another one was made of as many frames by the same recipe. */
  boolean isMadeAs(Variant other) {
    return recipe.equals(other.recipe) && frames == other.frames;
  }

  /** Where the map of what a clipped mean rejected lies, if there is one. */
  Path rejected() {
    return rejected(file);
  }

  /** The same beside any picture. */
  static Path rejected(Path picture) {
    String name = picture.getFileName().toString();
    return picture.resolveSibling(name.substring(0, name.lastIndexOf('.')) + "-rejected.png");
  }

  /** Its recipe as a sentence: its name. */
  String sentence() {
    return RecipeWords.sentence(recipe, OptionalInt.of(frames));
  }

  /** What it came to where that is known, else how it was made. */
  String caption() {
    return result.map(BlendModel::outcome).orElseGet(this::sentence);
  }
}
