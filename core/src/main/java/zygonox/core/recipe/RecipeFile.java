package zygonox.core.recipe;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import zygonox.core.format.EmbeddedRecipe;
import zygonox.core.format.PictureReader;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.DiskFault;
import zygonox.core.work.WholeFile;

/**
 * A recipe on disk: in a file of its own, or in the picture that was made by it.
 *
 * @param file where
 * @param recipe how it is made
 * @param document as it stands there
 * @param made when the picture was; empty for a file of its own
 * @param frames those that took part in it, in order; none for a file of its own
 */
public record RecipeFile(
    Path file,
    Recipe recipe,
    ObjectNode document,
    Optional<OffsetDateTime> made,
    List<Path> frames) {
  private static final long MOST_BYTES = 64L << 20;

  /**
   * Reads a recipe from its file, or from a picture.
   *
   * @throws InvalidInput when there is none, or one that cannot be used
   */
  public static RecipeFile read(Path file) {
    if (!Files.isRegularFile(file)) {
      throw new InvalidInput(Phrasebook.say("refused.no-recipe-there", file));
    }
    try {
      ObjectNode document = RecipeJson.parse(text(file));
      RecipeJson json = new RecipeJson(file.toAbsolutePath().getParent());
      Recipe recipe = json.read(document);
      Optional<OffsetDateTime> made =
          document.has("made")
              ? Optional.of(Moments.parseWithOffset(document.path("made").asText()))
              : Optional.empty();
      return new RecipeFile(file, recipe, document, made, json.paths(document.path("frames")));
    } catch (InvalidInput e) {
      throw new InvalidInput(file + ": " + e.getMessage(), e);
    }
  }

  private static String text(Path file) {
    try {
      return EmbeddedRecipe.of(PictureReader.look(file))
          .orElseThrow(() -> new InvalidInput(Phrasebook.say("refused.no-recipe-in-it")));
    } catch (UnreadableFrame e) {
      if (e.fault().kind() != ReadFault.Kind.NOT_A_PICTURE) {
        throw new InvalidInput(Phrasebook.say("refused.no-recipe-in-it"), e);
      }
    }
    try {
      if (Files.size(file) > MOST_BYTES) {
        throw new InvalidInput(Phrasebook.say("refused.no-recipe-in-it"));
      }
      return Files.readString(file, StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new InvalidInput(
          Phrasebook.say("refused.cannot-be-read", file, DiskFault.reason(e)), e);
    }
  }

  /** Writes a recipe into a file of its own. */
  public static void write(Recipe recipe, Path file, WholeFile.IfPresent ifPresent) {
    WholeFile.checkPlace(file, ifPresent);
    RecipeJson json = new RecipeJson(file.toAbsolutePath().getParent());
    String text = RecipeJson.text(json.write(recipe));
    WholeFile.write(file, ifPresent, path -> Files.writeString(path, text));
  }

  /**
   * What a picture that lies at {@code target} tells of its making.
   *
   * @param frames those that took part
   */
  public static String embedded(
      Recipe recipe, Path target, OffsetDateTime made, List<Path> frames) {
    RecipeJson json = new RecipeJson(target.toAbsolutePath().getParent());
    ObjectNode document = json.write(recipe);
    document.put("made", made.truncatedTo(ChronoUnit.SECONDS).toString());
    document.set("frames", json.paths(frames));
    return RecipeJson.compact(document);
  }
}
