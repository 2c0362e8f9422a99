package zygonox.core.motion;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
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
    Evenness even = recipe.evenness();
    if (even.smoothRamp()) {
      root.put("smoothRamp", true);
    }
    if (even.deflicker()) {
      root.put("deflicker", true);
    }
    if (even.flickerWindow() != Evenness.USUAL_WINDOW) {
      root.put("flickerWindow", even.flickerWindow());
    }
    if (even.heldBalance()) {
      root.put("holdBalance", true);
    }
    if (!even.keys().isEmpty()) {
      ObjectNode bends = root.putObject("bend");
      even.keys().forEach(k -> bends.put(k.frame(), k.stops()));
    }
    if (!recipe.trails().equals(Trails.NONE)) {
      root.put("trails", recipe.trails().term());
    }
    if (!recipe.tone().isNone()) {
      root.put("develop", recipe.tone().term());
    }
    recipe.drift().ifPresent(d -> root.put("balance", d.term()));
    writePace(recipe.pace(), root);
    if (recipe.view().steady()) {
      root.put("steady", true);
    }
    recipe
        .view()
        .move()
        .ifPresent(m -> root.put("move", m.term()).put("easing", m.soft() ? "soft" : "even"));
    return root;
  }

  private static void writePace(Pace pace, ObjectNode root) {
    if (pace.gaps() != Pace.Gaps.CUT) {
      root.put("gaps", pace.gaps().name().toLowerCase(Locale.ROOT));
    }
    if (pace.first() != 1 || pace.last() != 1) {
      root.putArray("speed").add(pace.first()).add(pace.last());
    }
    if (pace.averaged() != 1) {
      root.put("average", pace.averaged());
    }
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
        evenness(root),
        root.has("trails") ? Trails.parse(JsonFields.text(root, "trails")) : Trails.NONE,
        root.has("develop") ? Tone.parse(JsonFields.text(root, "develop")) : Tone.NONE,
        root.has("balance")
            ? Optional.of(WarmthDrift.parse(JsonFields.text(root, "balance")))
            : Optional.empty(),
        pace(root),
        new View(root.path("steady").asBoolean(), move(root)),
        codec(JsonFields.text(root, "codec")),
        (int) JsonFields.number(root, "quality"));
  }

  private static Evenness evenness(ObjectNode root) {
    List<LightKey> keys = new ArrayList<>();
    root.path("bend")
        .properties()
        .forEach(e -> keys.add(new LightKey(e.getKey(), e.getValue().asDouble())));
    return new Evenness(
        root.path("smoothRamp").asBoolean(),
        root.path("deflicker").asBoolean(),
        root.has("flickerWindow")
            ? (int) JsonFields.number(root, "flickerWindow")
            : Evenness.USUAL_WINDOW,
        root.path("holdBalance").asBoolean(),
        keys);
  }

  private static Pace pace(ObjectNode root) {
    String gaps = root.path("gaps").asText("cut");
    for (Pace.Gaps one : Pace.Gaps.values()) {
      if (one.name().equalsIgnoreCase(gaps)) {
        return new Pace(
            one,
            root.path("speed").path(0).asDouble(1),
            root.path("speed").path(1).asDouble(1),
            root.path("average").asInt(1));
      }
    }
    throw InvalidInput.about("gaps", Phrasebook.say("refused.unknown-gaps", gaps));
  }

  private static Optional<Move> move(ObjectNode root) {
    return root.has("move")
        ? Optional.of(
            Move.parse(JsonFields.text(root, "move"), !"even".equals(root.path("easing").asText())))
        : Optional.empty();
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
