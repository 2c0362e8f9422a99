package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.mend.WhoseLight;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** Tells in which frame a light is that should not be there. */
@Command(name = "whose", mixinStandardHelpOptions = true)
final class WhoseCommand implements Callable<Integer> {
  private static final Pattern PLACE =
      Pattern.compile("\\s*(-?\\d+(?:\\.\\d+)?)\\s*,\\s*(-?\\d+(?:\\.\\d+)?)\\s*");

  /** Frames told to a person: the first few are the answer. */
  private static final int TOLD = 5;

  @Mixin private Output output;

  @Parameters(arity = "1..*", paramLabel = "PATH")
  private List<Path> paths;

  @Option(names = "--at", required = true, paramLabel = "X,Y")
  private String at;

  @Option(names = "--radius", paramLabel = "R", defaultValue = "2")
  private double radius;

  @Override
  public Integer call() {
    Matcher place = PLACE.matcher(at);
    if (!place.matches()) {
      throw InvalidInput.about("at", Words.say("shell.no-place", at));
    }
    FrameSet set = FrameFinder.find(paths, Progress.NONE, new Cancellation());
    for (FrameSet.Unreadable bad : set.unreadable()) {
      if (bad.named()) {
        throw new WorkFailed(bad.file() + ": " + Words.fault(bad.fault()));
      }
    }
    if (set.frames().isEmpty()) {
      throw new WorkFailed(Words.say("shell.nothing-to-blend", paths.get(0)));
    }
    Workroom room =
        new Workroom(
            Workroom.usualMemory(),
            Optional.empty(),
            output.progress("Looking"),
            new Cancellation());
    List<WhoseLight> lights =
        WhoseLight.at(
            set.frames(),
            Double.parseDouble(place.group(1)),
            Double.parseDouble(place.group(2)),
            radius,
            room);
    ObjectNode answer = Output.object();
    ArrayNode frames = answer.putArray("frames");
    List<String> lines = new ArrayList<>();
    for (WhoseLight light : lights) {
      frames
          .addObject()
          .put("file", light.frame().file().toString())
          .put("value", light.value())
          .put("excess", light.excess());
      if (lines.size() < TOLD) {
        lines.add(
            Words.say(
                "shell.whose",
                light.frame().file(),
                Math.round(100 * light.value()),
                Math.round(100 * light.excess())));
      }
    }
    output.answer(answer, lines);
    return 0;
  }
}
