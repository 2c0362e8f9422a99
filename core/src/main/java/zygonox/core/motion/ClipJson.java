package zygonox.core.motion;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.develop.Tone;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.JsonFields;

/** A clip's recipe as a JSON object; what stands at its default is left out. */
public final class ClipJson {
  private static final ObjectMapper JSON = new ObjectMapper();

  private ClipJson() {}

  public static ObjectNode write(ClipRecipe recipe) {
    ObjectNode root = JSON.createObjectNode();
    root.put("pictures", recipe.rate().pictures()).put("seconds", recipe.rate().seconds());
    root.put("codec", recipe.codec().term()).put("quality", recipe.quality());
    recipe.size().ifPresent(s -> root.put("size", s.width() + "x" + s.height()));
    if (recipe.smoothRamp()) {
      root.put("smoothRamp", true);
    }
    if (recipe.deflicker()) {
      root.put("deflicker", true);
    }
    if (recipe.flickerWindow() != ClipRecipe.USUAL_WINDOW) {
      root.put("flickerWindow", recipe.flickerWindow());
    }
    if (!recipe.trails().equals(Trails.NONE)) {
      root.put("trails", recipe.trails().term());
    }
    if (!recipe.tone().isNone()) {
      root.put("develop", recipe.tone().term());
    }
    if (recipe.steady()) {
      root.put("steady", true);
    }
    return root;
  }

  /**
   * @throws InvalidInput when a part is missing, not known or out of range
   */
  public static ClipRecipe read(ObjectNode root) {
    return new ClipRecipe(
        new FrameRate(
            (int) JsonFields.number(root, "pictures"), (int) JsonFields.number(root, "seconds")),
        root.has("size")
            ? Optional.of(PictureSize.parse(JsonFields.text(root, "size")))
            : Optional.empty(),
        root.path("smoothRamp").asBoolean(),
        root.path("deflicker").asBoolean(),
        root.has("flickerWindow")
            ? (int) JsonFields.number(root, "flickerWindow")
            : ClipRecipe.USUAL_WINDOW,
        root.has("trails") ? Trails.parse(JsonFields.text(root, "trails")) : Trails.NONE,
        root.has("develop") ? Tone.parse(JsonFields.text(root, "develop")) : Tone.NONE,
        root.path("steady").asBoolean(),
        codec(JsonFields.text(root, "codec")),
        (int) JsonFields.number(root, "quality"));
  }

  private static Codec codec(String term) {
    for (Codec codec : Codec.values()) {
      if (codec.term().equals(term.toLowerCase(Locale.ROOT))) {
        return codec;
      }
    }
    throw InvalidInput.about("codec", Phrasebook.say("refused.unknown-codec", term));
  }
}
