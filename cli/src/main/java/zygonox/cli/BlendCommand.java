package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.Preview;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.BlendWarning;
import zygonox.core.recipe.Blender;
import zygonox.core.recipe.Destination;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.words.RecipeWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** Makes one picture of many. */
@Command(name = "blend", mixinStandardHelpOptions = true)
final class BlendCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Mixin private RecipeOptions options;

  @Option(names = "--out", required = true, paramLabel = "FILE")
  private Path out;

  @Option(names = "--each-position")
  private boolean eachPosition;

  @Option(names = "--coverage", paramLabel = "FILE")
  private Path coverage;

  @Option(names = "--rejected", paramLabel = "FILE")
  private Path rejected;

  @Option(names = "--memory", paramLabel = "SIZE")
  private String memory;

  @Option(names = "--scratch", paramLabel = "DIR")
  private Path scratch;

  @Option(names = "--save-recipe", paramLabel = "FILE")
  private Path saveRecipe;

  @Option(names = "--overwrite")
  private boolean overwrite;

  @Override
  public Integer call() {
    WholeFile.IfPresent ifPresent =
        overwrite ? WholeFile.IfPresent.REPLACE : WholeFile.IfPresent.REFUSE;
    if (!eachPosition) {
      WholeFile.checkPlace(out, ifPresent);
    }
    if (saveRecipe != null) {
      WholeFile.checkPlace(saveRecipe, ifPresent);
    }
    Workroom room =
        new Workroom(
            memory == null ? Workroom.usualMemory() : ByteSize.parse(memory),
            scratchFolder(),
            Progress.NONE,
            new Cancellation());
    Recipe asked = options.asked();
    FrameSet found = found(asked.selection().paths(), room);
    Recipe recipe = asked.withSelection(options.inTime(asked.selection(), found)).checked();
    if (eachPosition) {
      blendEach(recipe, found, ifPresent, room);
    } else {
      Answer one =
          blend(
              recipe,
              found,
              new Destination(
                  out, ifPresent, Optional.ofNullable(coverage), Optional.ofNullable(rejected)),
              room);
      output.answer(one.json(), one.lines());
    }
    if (saveRecipe != null) {
      RecipeFile.write(recipe, saveRecipe, ifPresent);
    }
    return 0;
  }

  private static FrameSet found(List<Path> paths, Workroom room) {
    FrameSet found = FrameFinder.find(paths, Progress.NONE, room.cancellation());
    for (FrameSet.Unreadable bad : found.unreadable()) {
      if (bad.named() && found.frames().isEmpty()) {
        throw new WorkFailed(bad.file() + ": " + Words.fault(bad.fault()));
      }
    }
    if (found.frames().isEmpty() && found.unreadable().isEmpty()) {
      String where = paths.stream().map(Path::toString).collect(Collectors.joining(", "));
      throw new WorkFailed(Words.say("shell.nothing-to-blend", where));
    }
    return found;
  }

  /** A picture for each position of the head, with its number in its name. */
  private void blendEach(
      Recipe recipe, FrameSet found, WholeFile.IfPresent ifPresent, Workroom room) {
    if (options.ofOnePosition() || coverage != null || rejected != null) {
      String map = coverage != null ? "coverage" : "rejected";
      String option = options.ofOnePosition() ? "position" : map;
      throw InvalidInput.about(option, Words.say("shell.not-for-each-position"));
    }
    int count = recipe.selection().positions(found);
    List<Path> pictures = new ArrayList<>();
    for (int p = 1; p <= count; p++) {
      pictures.add(numbered(out, p));
      WholeFile.checkPlace(pictures.get(p - 1), ifPresent);
    }
    ObjectNode answer = Output.object();
    ArrayNode positions = answer.putArray("positions");
    List<String> lines = new ArrayList<>();
    for (int p = 1; p <= count; p++) {
      Recipe one = recipe.withSelection(recipe.selection().withPosition(OptionalInt.of(p)));
      Path picture = pictures.get(p - 1);
      Answer made = blend(one, found, new Destination(picture, ifPresent), room);
      positions.add(made.json().put("out", picture.toString()));
      lines.addAll(made.lines());
    }
    output.answer(answer, lines);
  }

  private static Path numbered(Path picture, int number) {
    String name = picture.getFileName().toString();
    int ending = name.lastIndexOf('.');
    String stem = ending < 0 ? name : name.substring(0, ending);
    return picture.resolveSibling(stem + "-" + number + name.substring(stem.length()));
  }

  private record Answer(ObjectNode json, List<String> lines) {}

  private Answer blend(Recipe recipe, FrameSet found, Destination to, Workroom room) {
    FrameSet set = recipe.selection().choose(found);
    if (!eachPosition) {
      options.checkNamed(recipe, set);
    }
    BlendResult result = new Blender(recipe).blend(set, to, watcher(), room);
    BlendAnswer done = new BlendAnswer(result, options.left());
    ObjectNode answer = done.json();
    ArrayNode told = answer.putArray("warnings");
    List<String> lines = done.lines();
    for (BlendWarning warning : BlendWarning.of(set, result)) {
      String text = Words.say("blend-warning." + warning);
      told.addObject().put("code", warning.term()).put("text", text);
      lines.add(Words.say("weight.WARNS") + ": " + text);
    }
    Path folder = to.picture().toAbsolutePath().getParent();
    answer.put("sentence", RecipeWords.sentence(result.recipe(), OptionalInt.of(result.used())));
    answer.put("command", RecipeWords.command(result.recipe(), folder, to.picture()));
    return new Answer(answer, lines);
  }

  private Optional<Path> scratchFolder() {
    if (scratch != null && !Files.isDirectory(scratch)) {
      throw InvalidInput.about("scratch", Words.say("shell.scratch-not-there", scratch));
    }
    return Optional.ofNullable(scratch);
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
}
