package zygonox.core.rehearsal;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.JsonFields;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/**
 * How lessons were answered.
 *
 * @param answers all of them, the oldest first
 */
public record PracticeScore(List<Answer> answers) {
  public static final PracticeScore NONE = new PracticeScore(List.of());

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  /** What was wrong, and what was answered. */
  public record Answer(Mistake truth, Mistake said) {}

  public PracticeScore {
    answers = List.copyOf(answers);
  }

  public int asked() {
    return answers.size();
  }

  public int right() {
    return (int) answers.stream().filter(a -> a.truth == a.said).count();
  }

  /** What was missed most often; empty where nothing was missed. */
  public Optional<Mistake> hardest() {
    Map<Mistake, Integer> missed = new EnumMap<>(Mistake.class);
    answers.stream()
        .filter(a -> a.truth != a.said)
        .forEach(a -> missed.merge(a.truth, 1, Integer::sum));
    return missed.entrySet().stream()
        .max(Comparator.comparingInt(Map.Entry::getValue))
        .map(Map.Entry::getKey);
  }

  /** The same with one answer more. */
  public PracticeScore with(Mistake truth, Mistake said) {
    List<Answer> all = new ArrayList<>(answers);
    all.add(new Answer(truth, said));
    return new PracticeScore(all);
  }

  /**
   * Reads one; none where there is no file.
   *
   * @throws InvalidInput when the file is damaged; it is left as it is
   */
  public static PracticeScore read(Path file) {
    if (!Files.exists(file)) {
      return NONE;
    }
    try {
      List<Answer> answers = new ArrayList<>();
      for (JsonNode node : JSON.readTree(file.toFile()).path("answers")) {
        answers.add(
            new Answer(
                Mistake.valueOf(JsonFields.text(node, "truth")),
                Mistake.valueOf(JsonFields.text(node, "said"))));
      }
      return new PracticeScore(answers);
    } catch (IOException | IllegalArgumentException e) {
      throw new InvalidInput(Phrasebook.say("refused.is-damaged-restore-it-from", file), e);
    }
  }

  /** Writes it, whole or not at all; makes the folder where it is missing. */
  public void write(Path file) {
    ObjectNode root = JSON.createObjectNode();
    ArrayNode all = root.putArray("answers");
    answers.forEach(a -> all.addObject().put("truth", a.truth.name()).put("said", a.said.name()));
    try {
      Files.createDirectories(file.toAbsolutePath().getParent());
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.the-folder-of-cannot-be", file), e);
    }
    WholeFile.write(
        file, WholeFile.IfPresent.REPLACE, path -> JSON.writeValue(path.toFile(), root));
  }
}
