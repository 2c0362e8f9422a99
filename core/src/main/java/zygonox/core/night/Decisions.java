package zygonox.core.night;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.KindReason;
import zygonox.core.measure.Judge;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.WholeFile;

/**
 * What a person has decided about a night's frames; it always wins. Kept beside the night, never in
 * a frame.
 *
 * @param verdicts by the frames' names as the night's folder sees them
 * @param kinds what runs were taken for, by the names of their first frames
 * @param clocks by how many seconds a run's camera clock was slow, by the names of first frames
 * @param sources where frames were loaded from, besides the night's own folder of frames
 * @param judge how strictly the others are judged
 */
public record Decisions(
    Map<String, Verdict> verdicts,
    Map<String, FrameKind> kinds,
    Map<String, Double> clocks,
    List<String> sources,
    Judge judge) {
  public static final Decisions NONE =
      new Decisions(Map.of(), Map.of(), Map.of(), List.of(), Judge.USUAL);

  /** The file in a night's folder. */
  public static final String FILE_NAME = "decisions.json";

  private static final String FORMAT = "zygonox-decisions";

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  public Decisions {
    verdicts = Map.copyOf(verdicts);
    kinds = Map.copyOf(kinds);
    clocks = Map.copyOf(clocks);
    sources = List.copyOf(sources);
  }

  /**
   * Reads those of a night's folder; none where there is no file.
   *
   * @throws InvalidInput when the file is damaged; it is left as it is
   */
  public static Decisions read(Path folder) {
    Path file = folder.resolve(FILE_NAME);
    if (!Files.exists(file)) {
      return NONE;
    }
    try {
      JsonNode root = JSON.readTree(file.toFile());
      if (!FORMAT.equals(root.path("format").asText())) {
        throw new InvalidInput(Phrasebook.say("refused.it-lacks-format", FORMAT));
      }
      JsonNode judge = root.path("thresholds");
      return new Decisions(
          words(root.path("verdicts"), Verdict.class),
          words(root.path("kinds"), FrameKind.class),
          seconds(root.path("clocks")),
          texts(root.path("frames")),
          judge.isMissingNode() ? Judge.USUAL : JSON.treeToValue(judge, Judge.class));
    } catch (IOException | IllegalArgumentException | InvalidInput e) {
      throw new InvalidInput(Phrasebook.say("refused.is-damaged-restore-it-from", file), e);
    }
  }

  private static <E extends Enum<E>> Map<String, E> words(JsonNode node, Class<E> type) {
    Map<String, E> read = new TreeMap<>();
    node.fields()
        .forEachRemaining(
            e -> {
              String word = e.getValue().asText().toUpperCase(Locale.ROOT);
              read.put(e.getKey(), Enum.valueOf(type, word));
            });
    return read;
  }

  private static Map<String, Double> seconds(JsonNode node) {
    Map<String, Double> read = new TreeMap<>();
    node.fields().forEachRemaining(e -> read.put(e.getKey(), e.getValue().asDouble()));
    return read;
  }

  private static List<String> texts(JsonNode node) {
    List<String> read = new ArrayList<>();
    node.forEach(e -> read.add(e.asText()));
    return read;
  }

  /** Writes them into a night's folder, whole or not at all. */
  public void write(Path folder) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", FORMAT);
    put(root.putObject("verdicts"), verdicts);
    put(root.putObject("kinds"), kinds);
    ObjectNode clock = root.putObject("clocks");
    new TreeMap<>(clocks).forEach(clock::put);
    ArrayNode from = root.putArray("frames");
    sources.forEach(from::add);
    root.set("thresholds", JSON.valueToTree(judge));
    WholeFile.write(
        folder.resolve(FILE_NAME),
        WholeFile.IfPresent.REPLACE,
        path -> JSON.writeValue(path.toFile(), root));
  }

  private static void put(ObjectNode node, Map<String, ? extends Enum<?>> words) {
    new TreeMap<>(words).forEach((n, word) -> node.put(n, word.name().toLowerCase(Locale.ROOT)));
  }

  /** What was decided about a frame. */
  public Optional<Verdict> verdict(Path folder, Path frame) {
    return Optional.ofNullable(verdicts.get(key(folder, frame)));
  }

  /** The same with one more frame decided about, or decided about otherwise. */
  public Decisions withVerdict(Path folder, Path frame, Verdict verdict) {
    Map<String, Verdict> all = new TreeMap<>(verdicts);
    all.put(key(folder, frame), verdict);
    return new Decisions(all, kinds, clocks, sources, judge);
  }

  /** The same with one more run said to be of a kind. */
  public Decisions withKind(Path folder, FrameRun run, FrameKind kind) {
    Map<String, FrameKind> all = new TreeMap<>(kinds);
    all.put(key(folder, run), kind);
    return new Decisions(verdicts, all, clocks, sources, judge);
  }

  /** The same with a run's camera clock known to have been slow (more than 0) or fast. */
  public Decisions withClock(Path folder, FrameRun run, double slowSeconds) {
    Map<String, Double> all = new TreeMap<>(clocks);
    if (slowSeconds == 0) {
      all.remove(key(folder, run));
    } else {
      all.put(key(folder, run), slowSeconds);
    }
    return new Decisions(verdicts, kinds, all, sources, judge);
  }

  /** By how many seconds a run's camera clock was slow. */
  public double clock(Path folder, FrameRun run) {
    return clocks.getOrDefault(key(folder, run), 0.0);
  }

  /** The same with frames loaded from elsewhere, in place of those before. */
  public Decisions withSources(Path folder, List<Path> paths) {
    List<String> keys = paths.stream().map(p -> key(folder, p)).toList();
    return new Decisions(verdicts, kinds, clocks, keys, judge);
  }

  /** Where frames were loaded from. */
  public List<Path> sources(Path folder) {
    return sources.stream().map(folder::resolve).toList();
  }

  /** The same with other thresholds. */
  public Decisions withJudge(Judge other) {
    return new Decisions(verdicts, kinds, clocks, sources, other);
  }

  /** Frames with their clocks put right and what was said of their runs. */
  public FrameSet applied(Path folder, FrameSet set) {
    FrameSet said = set;
    for (FrameRun run : set.runs()) {
      double slow = clock(folder, run);
      if (slow != 0) {
        said = said.shifted(run, Duration.ofMillis(Math.round(1000 * slow)));
      }
    }
    for (FrameRun run : said.runs()) {
      FrameKind kind = kinds.get(key(folder, run));
      if (kind != null) {
        said = said.withKind(run, kind, KindReason.SAID);
      }
    }
    return said;
  }

  private static String key(Path folder, FrameRun run) {
    return key(folder, run.frames().get(0).file());
  }

  /** Inside the folder by the way from it, so that the whole can be moved. */
  private static String key(Path folder, Path frame) {
    Path base = folder.toAbsolutePath().normalize();
    Path file = frame.toAbsolutePath().normalize();
    return (file.startsWith(base) ? base.relativize(file) : file).toString().replace('\\', '/');
  }
}
