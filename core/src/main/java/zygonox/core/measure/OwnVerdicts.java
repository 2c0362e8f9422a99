package zygonox.core.measure;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.WholeFile;

/**
 * What a person has decided about frames; it always wins. Kept beside the night, never in a frame.
 *
 * @param verdicts by the frames' names as the night's folder sees them
 */
public record OwnVerdicts(Map<String, Verdict> verdicts) {
  public static final OwnVerdicts NONE = new OwnVerdicts(Map.of());

  /** The file in a night's folder. */
  public static final String FILE_NAME = "verdicts.json";

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  public OwnVerdicts {
    verdicts = Map.copyOf(verdicts);
  }

  /**
   * Reads those of a night's folder; none where there is no file.
   *
   * @throws InvalidInput when the file is damaged; it is left as it is
   */
  public static OwnVerdicts read(Path folder) {
    Path file = folder.resolve(FILE_NAME);
    if (!Files.exists(file)) {
      return NONE;
    }
    try {
      Map<String, Verdict> read = new TreeMap<>();
      JsonNode root = JSON.readTree(file.toFile());
      root.fields().forEachRemaining(e -> read.put(e.getKey(), verdict(e.getValue().asText())));
      return new OwnVerdicts(read);
    } catch (IOException | InvalidInput e) {
      throw new InvalidInput(file + " is damaged; restore it from a copy or delete it", e);
    }
  }

  private static Verdict verdict(String text) {
    for (Verdict verdict : Verdict.values()) {
      if (verdict.name().equalsIgnoreCase(text)) {
        return verdict;
      }
    }
    throw new InvalidInput("\"" + text + "\" is no verdict; it must be keep, look or drop");
  }

  /** What was decided about a frame. */
  public Optional<Verdict> of(Path folder, Path frame) {
    return Optional.ofNullable(verdicts.get(key(folder, frame)));
  }

  /** The same with one more decided, or decided otherwise. */
  public OwnVerdicts with(Path folder, Path frame, Verdict verdict) {
    Map<String, Verdict> all = new TreeMap<>(verdicts);
    all.put(key(folder, frame), verdict);
    return new OwnVerdicts(all);
  }

  /** Inside the folder by the way from it, so that the whole can be moved. */
  static String key(Path folder, Path frame) {
    Path base = folder.toAbsolutePath().normalize();
    Path file = frame.toAbsolutePath().normalize();
    return (file.startsWith(base) ? base.relativize(file) : file).toString().replace('\\', '/');
  }

  /** Writes them into a night's folder, whole or not at all. */
  public void write(Path folder) {
    Map<String, String> plain = new TreeMap<>();
    verdicts.forEach((name, verdict) -> plain.put(name, verdict.name().toLowerCase()));
    WholeFile.write(
        folder.resolve(FILE_NAME),
        WholeFile.IfPresent.REPLACE,
        path -> JSON.writeValue(path.toFile(), plain));
  }
}
