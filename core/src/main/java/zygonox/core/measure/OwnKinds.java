package zygonox.core.measure;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.KindReason;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.WholeFile;

/**
 * What a person has said that runs were taken for. Kept beside the night, never in a frame.
 *
 * @param kinds by the names of the runs' first frames as the night's folder sees them
 */
public record OwnKinds(Map<String, FrameKind> kinds) {
  public static final OwnKinds NONE = new OwnKinds(Map.of());

  /** The file in a night's folder. */
  public static final String FILE_NAME = "kinds.json";

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  public OwnKinds {
    kinds = Map.copyOf(kinds);
  }

  /**
   * Reads those of a night's folder; none where there is no file.
   *
   * @throws InvalidInput when the file is damaged; it is left as it is
   */
  public static OwnKinds read(Path folder) {
    Path file = folder.resolve(FILE_NAME);
    if (!Files.exists(file)) {
      return NONE;
    }
    try {
      Map<String, FrameKind> read = new TreeMap<>();
      JsonNode root = JSON.readTree(file.toFile());
      root.fields()
          .forEachRemaining(
              e -> read.put(e.getKey(), FrameKind.valueOf(e.getValue().asText().toUpperCase())));
      return new OwnKinds(read);
    } catch (IOException | IllegalArgumentException e) {
      throw new InvalidInput(file + " is damaged; restore it from a copy or delete it", e);
    }
  }

  /** The same with one more said. */
  public OwnKinds with(Path folder, FrameRun run, FrameKind kind) {
    Map<String, FrameKind> all = new TreeMap<>(kinds);
    all.put(key(folder, run), kind);
    return new OwnKinds(all);
  }

  /** Frames with what was said of them. */
  public FrameSet applied(Path folder, FrameSet set) {
    FrameSet said = set;
    for (FrameRun run : set.runs()) {
      FrameKind kind = kinds.get(key(folder, run));
      if (kind != null) {
        said = said.withKind(run, kind, KindReason.SAID);
      }
    }
    return said;
  }

  private static String key(Path folder, FrameRun run) {
    return OwnVerdicts.key(folder, run.frames().get(0).file());
  }

  /** Writes them into a night's folder, whole or not at all. */
  public void write(Path folder) {
    Map<String, String> plain = new TreeMap<>();
    kinds.forEach((name, kind) -> plain.put(name, kind.name().toLowerCase()));
    WholeFile.write(
        folder.resolve(FILE_NAME),
        WholeFile.IfPresent.REPLACE,
        path -> JSON.writeValue(path.toFile(), plain));
  }
}
