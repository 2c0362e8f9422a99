package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.NightRehearsal;
import zygonox.core.optics.Body;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Seconds;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.rehearsal.Rehearsal;
import zygonox.core.rehearsal.Tracker;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;

/** Shoots a night's programs with the simulated camera. */
@Command(name = "rehearse", mixinStandardHelpOptions = true)
final class RehearseCommand implements Callable<Integer> {
  private static final Pattern SIZE = Pattern.compile("(\\d{1,5})x(\\d{1,5})");

  @Mixin private Output output;

  @Parameters(index = "0", paramLabel = "NIGHT")
  private Path night;

  @Option(names = "--out", required = true, paramLabel = "DIR")
  private Path out;

  @Option(names = "--format", paramLabel = "F", defaultValue = "jpeg")
  private String format;

  @Option(names = "--seed", paramLabel = "N", defaultValue = "1")
  private long seed;

  @Option(names = "--count", paramLabel = "N")
  private Integer count;

  @Option(names = "--size", paramLabel = "WxH")
  private String size;

  @Option(names = "--happening", split = ",", paramLabel = "KIND")
  private List<String> happening = new ArrayList<>();

  @Option(names = "--axis-off", paramLabel = "ARCMIN")
  private double axisOff = Tracker.USUAL.axisOffArcmin();

  @Option(names = "--periodic-error", paramLabel = "ARCSEC")
  private double periodicError = Tracker.USUAL.periodicArcsec();

  @Option(names = "--overwrite")
  private boolean overwrite;

  @Override
  public Integer call() {
    long started = System.nanoTime();
    Night plan = NightFile.open(night).night();
    if (plan.programs().isEmpty()) {
      throw new InvalidInput(Words.say("shell.has-no-program-to-shoot", night));
    }
    List<Path> made =
        new NightRehearsal(
                plan,
                size == null ? plan.body() : resized(plan.body()),
                HappeningKind.parse(happening),
                seed,
                new Tracker(axisOff, periodicError),
                count == null ? OptionalInt.empty() : OptionalInt.of(count),
                Rehearsal.FileType.named(format))
            .into(out, overwrite, output.progress("Shooting"), new Cancellation());

    double seconds = (System.nanoTime() - started) / 1e9;
    ObjectNode answer = Output.object();
    answer.put("frames", made.size());
    answer.put("folder", out.toString());
    answer.put("truth", out.resolve(NightRehearsal.TRUTH).toString());
    answer.put("seed", seed);
    answer.put("seconds", seconds);
    ArrayNode files = answer.putArray("files");
    made.forEach(p -> files.add(p.toString()));
    output.answer(
        answer,
        List.of(
            Words.say("shell.frames-are-in-and-beside", made.size(), out, Seconds.about(seconds))));
    return 0;
  }

  private Body resized(Body body) {
    Matcher matcher = SIZE.matcher(size);
    if (!matcher.matches()) {
      throw new InvalidInput(Words.say("shell.size-is-not-a-size", size));
    }
    return body.withPixels(Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2)));
  }
}
