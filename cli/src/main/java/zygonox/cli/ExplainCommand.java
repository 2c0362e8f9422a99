package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.words.RecipeWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** Tells how a result was made, or what a recipe does. */
@Command(name = "explain", mixinStandardHelpOptions = true)
final class ExplainCommand implements Callable<Integer> {
  /** The picture that a recipe of its own would make, when nothing is said. */
  private static final String USUAL_RESULT = "result.tif";

  @Mixin private Output output;

  @Parameters(index = "0", paramLabel = "PICTURE")
  private Path file;

  @Override
  public Integer call() {
    RecipeFile read = RecipeFile.read(file);
    boolean isPicture = read.made().isPresent();
    List<Path> frames = isPicture ? read.frames() : found(read);
    Path folder = file.toAbsolutePath().getParent();
    OptionalInt count = frames.isEmpty() ? OptionalInt.empty() : OptionalInt.of(frames.size());
    String sentence = RecipeWords.sentence(read.recipe(), count);
    Path out = isPicture ? file : folder.resolve(USUAL_RESULT);
    String command = RecipeWords.command(read.recipe(), folder, out);
    ObjectNode answer = Output.object();
    answer.put("sentence", sentence).put("command", command);
    ObjectNode recipe = read.document().deepCopy();
    recipe.remove(List.of("made", "frames"));
    answer.set("recipe", recipe);
    answer.put("made", read.made().map(Times::text).orElse(null));
    ArrayNode files = answer.putArray("frames");
    frames.forEach(f -> files.add(f.toString()));
    List<String> lines = new ArrayList<>();
    lines.add(sentence);
    read.made().ifPresent(t -> lines.add(Words.say("shell.made", Times.text(t))));
    lines.add(command);
    output.answer(answer, lines);
    return 0;
  }

  /** The frames that a recipe would take; none where they are gone. */
  private static List<Path> found(RecipeFile read) {
    try {
      return read
          .recipe()
          .selection()
          .choose(
              FrameFinder.find(
                  read.recipe().selection().paths(), Progress.NONE, new Cancellation()))
          .frames()
          .stream()
          .map(Frame::file)
          .toList();
    } catch (InvalidInput e) {
      return List.of();
    }
  }
}
