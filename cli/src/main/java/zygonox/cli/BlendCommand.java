package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zygonox.core.align.Alignment;
import zygonox.core.blend.AverageIn;
import zygonox.core.blend.BlendMethod;
import zygonox.core.blend.BlendOptions;
import zygonox.core.blend.BlendResult;
import zygonox.core.blend.BlendWarning;
import zygonox.core.blend.BlendWatcher;
import zygonox.core.blend.Blender;
import zygonox.core.blend.FrameDropped;
import zygonox.core.blend.Preview;
import zygonox.core.frame.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.JpegQuality;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.BlendWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/** Makes one picture of many. */
@Command(
    name = "blend",
    description = "Makes one picture of many frames.",
    mixinStandardHelpOptions = true)
final class BlendCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Parameters(
      index = "0",
      paramLabel = "METHOD",
      description = "lighten, darken, mean, median, clipped-mean or sum.")
  private String method;

  @Parameters(
      index = "1..*",
      arity = "1..*",
      paramLabel = "PATH",
      description = "Files, folders or both.")
  private List<Path> paths;

  @Option(names = "--out", required = true, paramLabel = "FILE", description = "The picture.")
  private Path out;

  @Option(
      names = "--align",
      paramLabel = "HOW",
      defaultValue = "none",
      description = "none or stars (default: ${DEFAULT-VALUE}).")
  private String align;

  @Option(
      names = "--reference",
      paramLabel = "FILE",
      description = "The frame the others are brought onto.")
  private Path reference;

  @Option(names = "--drop", paramLabel = "FILE", description = "Leave out; may be given again.")
  private List<Path> drop = List.of();

  @Option(
      names = "--every",
      paramLabel = "N",
      defaultValue = "1",
      description = "Take only every Nth frame.")
  private int every;

  @Option(
      names = "--from",
      paramLabel = "T",
      description = "Only frames taken from then on, such as 21:00.")
  private String from;

  @Option(names = "--to", paramLabel = "T", description = "Only frames taken until then.")
  private String to;

  @Option(
      names = "--average-in",
      paramLabel = "SCALE",
      defaultValue = "linear",
      description = "linear or encoded (default: ${DEFAULT-VALUE}).")
  private String averageIn;

  @Option(
      names = "--kappa",
      paramLabel = "K",
      defaultValue = "3",
      description = "clipped-mean: sigma that still agree (default: ${DEFAULT-VALUE}).")
  private double kappa;

  @Option(names = "--memory", paramLabel = "SIZE", description = "Bound for pixel memory.")
  private String memory;

  @Option(names = "--depth", paramLabel = "BITS", description = "8, 16 or 32.")
  private Integer depth;

  @Option(
      names = "--quality",
      paramLabel = "PERCENT",
      defaultValue = "94",
      description = "Of a JPEG, 1 to 100 (default: ${DEFAULT-VALUE}).")
  private int quality;

  @Option(names = "--overwrite", description = "Replace the output if it is there.")
  private boolean overwrite;

  @Override
  public Integer call() {
    BlendMethod chosen = choice("METHOD", method, BlendMethod.class);
    BlendOptions options =
        new BlendOptions(
            choice("--align", align, BlendOptions.Align.class),
            Optional.ofNullable(reference),
            choice("--average-in", averageIn, AverageIn.class),
            kappa,
            Optional.ofNullable(depth).map(Depth::ofBits),
            new JpegQuality(quality, true),
            memory == null ? BlendOptions.usualMemory() : ByteSize.parse(memory));
    WholeFile.IfPresent ifPresent =
        overwrite ? WholeFile.IfPresent.REPLACE : WholeFile.IfPresent.REFUSE;
    WholeFile.checkPlace(out, ifPresent);
    Cancellation cancellation = new Cancellation();
    FrameSet set = chosenFrames(FrameFinder.find(paths, Progress.NONE, cancellation));
    BlendResult result =
        new Blender(chosen, options).blend(set, out, ifPresent, watcher(), cancellation);
    List<BlendWarning> warnings = BlendWarning.of(set);
    ObjectNode answer = json(result);
    ArrayNode told = answer.putArray("warnings");
    List<String> lines = lines(result);
    for (BlendWarning warning : warnings) {
      String text = Words.say("blend-warning." + warning);
      told.addObject().put("code", warning.term()).put("text", text);
      lines.add(Words.say("weight.WARNS") + ": " + text);
    }
    output.answer(answer, lines);
    return 0;
  }

  private static <E extends Enum<E>> E choice(String name, String text, Class<E> type) {
    List<String> terms = new ArrayList<>();
    for (E value : type.getEnumConstants()) {
      String term = value.name().toLowerCase(Locale.ROOT).replace('_', '-');
      if (term.equals(text.toLowerCase(Locale.ROOT))) {
        return value;
      }
      terms.add(term);
    }
    throw new InvalidInput(
        "%s is \"%s\"; it must be one of %s".formatted(name, text, String.join(", ", terms)));
  }

  private FrameSet chosenFrames(FrameSet found) {
    InvalidInput.check("--every", every, 1, 1_000_000);
    for (FrameSet.Unreadable bad : found.unreadable()) {
      if (bad.named() && found.frames().isEmpty()) {
        throw new WorkFailed(bad.file() + ": " + Words.fault(bad.fault()));
      }
    }
    Optional<Instant> begin = moment("--from", from, found);
    Optional<Instant> end = moment("--to", to, found);
    Set<Path> dropped = new HashSet<>();
    for (Path path : drop) {
      dropped.add(plain(path));
    }
    List<Frame> kept = new ArrayList<>();
    int index = 0;
    for (Frame frame : found.frames()) {
      boolean late = end.isPresent() && takenAt(found, frame).isAfter(end.get());
      boolean early = begin.isPresent() && takenAt(found, frame).isBefore(begin.get());
      if (!dropped.remove(plain(frame.file())) && !late && !early && index++ % every == 0) {
        kept.add(frame);
      }
    }
    if (!dropped.isEmpty()) {
      throw new InvalidInput(
          "--drop " + dropped.iterator().next() + " is not among the frames; name one of them");
    }
    return new FrameSet(kept, found.unreadable(), found.assumedOffset());
  }

  /** A time with its offset, or a time of day in the night of the first frame. */
  private static Optional<Instant> moment(String option, String typed, FrameSet set) {
    if (typed == null) {
      return Optional.empty();
    }
    ZoneOffset offset = set.assumedOffset();
    LocalDate evening =
        set.frames().stream()
            .flatMap(f -> set.takenAt(f).stream())
            .findFirst()
            .map(t -> t.atOffset(offset).minusHours(12).toLocalDate())
            .orElse(LocalDate.EPOCH);
    try {
      return Optional.of(Moments.inNight(evening, offset, typed).toInstant());
    } catch (InvalidInput e) {
      throw new InvalidInput(option + ": " + e.getMessage(), e);
    }
  }

  private static Instant takenAt(FrameSet set, Frame frame) {
    return set.takenAt(frame)
        .orElseThrow(
            () ->
                new InvalidInput(
                    frame.file() + " has no capture time, so --from and --to cannot be used"));
  }

  private static Path plain(Path path) {
    return path.toAbsolutePath().normalize();
  }

  private BlendWatcher watcher() {
    Progress progress = output.progress("Blending");
    return new BlendWatcher() {
      @Override
      public void step(int done, int total) {
        progress.step(done, total);
      }

      @Override
      public boolean wantsPictures() {
        return false;
      }

      @Override
      public void picture(Preview preview) {
        throw new IllegalStateException("no picture was wanted");
      }
    };
  }

  private ObjectNode json(BlendResult result) {
    ObjectNode answer = Output.object();
    answer.put("method", result.method().term());
    answer.put("frames", result.frames() + drop.size());
    answer.put("used", result.used());
    ArrayNode dropped = answer.putArray("dropped");
    for (Path left : drop) {
      dropped.addObject().put("file", left.toString()).put("reason", "Left out by --drop");
    }
    for (FrameDropped drop : result.dropped()) {
      dropped
          .addObject()
          .put("file", drop.file().toString())
          .put("reason", Words.reason(drop.reason()));
    }
    answer.put("width", result.width());
    answer.put("height", result.height());
    answer.put("seconds", result.seconds());
    answer.put("pixelMemoryBytes", result.pixelMemoryBytes());
    answer.put("reference", result.reference().map(Path::toString).orElse(null));
    ArrayNode alignment = answer.putArray("alignment");
    for (Alignment one : result.alignment()) {
      ObjectNode node = alignment.addObject();
      node.put("file", one.file().toString());
      node.put("stars", one.stars()).put("inliers", one.inliers());
      node.put("rmsPixels", one.rmsPixels());
      ArrayNode matrix = node.putArray("matrix");
      double[] nine = one.matrix().rowMajor();
      for (int row = 0; row < 3; row++) {
        matrix.addArray().add(nine[3 * row]).add(nine[3 * row + 1]).add(nine[3 * row + 2]);
      }
    }
    ObjectNode noise = answer.putObject("noise");
    result
        .noise()
        .ifPresent(
            n -> {
              noise.put("single", n.single()).put("stacked", n.stacked());
              put(noise, "gain", n.gain());
              put(noise, "expectedGain", n.expected());
            });
    return answer;
  }

  private static void put(ObjectNode node, String key, OptionalDouble value) {
    if (value.isPresent()) {
      node.put(key, value.getAsDouble());
    } else {
      node.putNull(key);
    }
  }

  private static List<String> lines(BlendResult result) {
    List<String> lines = new ArrayList<>();
    lines.add(
        "%s of %s is in %s; it took %s"
            .formatted(
                result.method().term(),
                Words.frames(result.used()),
                result.output(),
                Seconds.about(result.seconds())));
    BlendWords.noise(result).ifPresent(lines::add);
    BlendWords.noiseReason(result).ifPresent(lines::add);
    result
        .dropped()
        .forEach(d -> lines.add("Left out " + d.file() + ": " + Words.reason(d.reason())));
    return lines;
  }
}
