package zygonox.core.work;

import com.fasterxml.jackson.databind.JsonNode;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** Values that a document of ours must have; what is missing is told by its key. */
public final class JsonFields {
  private JsonFields() {}

  /**
   * @throws InvalidInput when it is not there or no object
   */
  public static JsonNode object(JsonNode parent, String key) {
    JsonNode node = parent.path(key);
    if (!node.isObject()) {
      throw new InvalidInput(Phrasebook.say("refused.is-missing-it-must-be", key));
    }
    return node;
  }

  /**
   * @throws InvalidInput when it is not there or no text
   */
  public static String text(JsonNode parent, String key) {
    JsonNode node = parent.path(key);
    if (!node.isTextual()) {
      throw new InvalidInput(Phrasebook.say("refused.is-missing-it-must-be-a", key));
    }
    return node.asText();
  }

  /**
   * @throws InvalidInput when it is not there or no number
   */
  public static double number(JsonNode parent, String key) {
    JsonNode node = parent.path(key);
    if (!node.isNumber()) {
      throw new InvalidInput(Phrasebook.say("refused.is-missing-it-must-be-a-number", key));
    }
    return node.asDouble();
  }
}
