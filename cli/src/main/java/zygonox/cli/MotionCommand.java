package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zygonox.core.combine.FrameDropped;
import zygonox.core.develop.Tone;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.motion.ClipMaker;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.motion.ClipResult;
import zygonox.core.motion.Codec;
import zygonox.core.motion.Evenness;
import zygonox.core.motion.FrameRate;
import zygonox.core.motion.LightKey;
import zygonox.core.motion.Move;
import zygonox.core.motion.Pace;
import zygonox.core.motion.PictureSize;
import zygonox.core.motion.StillFormat;
import zygonox.core.motion.Trails;
import zygonox.core.motion.View;
import zygonox.core.motion.WarmthDrift;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.recipe.Selection;
import zygonox.core.words.MotionWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** Makes a clip of many frames. */
@Command(name = "motion", mixinStandardHelpOptions = true)
final class MotionCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Parameters(arity = "1..*", paramLabel = "PATH")
  private List<Path> paths;

  @Option(names = "--out", required = true, paramLabel = "FILE|DIR")
  private Path out;

  @Option(names = "--fps", required = true, paramLabel = "N")
  private String fps;

  @Option(names = "--deflicker")
  private boolean deflicker;

  @Option(names = "--flicker-window", paramLabel = "FRAMES", defaultValue = "25")
  private int flickerWindow;

  @Option(names = "--smooth-ramp")
  private boolean smoothRamp;

  @Option(names = "--size", paramLabel = "WxH")
  private String size;

  @Option(names = "--trails", paramLabel = "HOW", defaultValue = "none")
  private String trails;

  @Option(names = "--develop", paramLabel = "LIST")
  private String develop;

  @Option(names = "--steady")
  private boolean steady;

  @Option(names = "--gaps", paramLabel = "HOW", defaultValue = "cut")
  private String gaps;

  @Option(names = "--speed", paramLabel = "FROM[:TO]", defaultValue = "1")
  private String speed;

  @Option(names = "--average", paramLabel = "FRAMES", defaultValue = "1")
  private int average;

  @Option(names = "--hold-balance")
  private boolean holdBalance;

  @Option(names = "--balance", paramLabel = "KELVIN-KELVIN")
  private String balance;

  @Option(names = "--bend", paramLabel = "FRAME=STOPS")
  private List<String> bend = List.of();

  @Option(names = "--move", paramLabel = "X,Y,ZOOM:X,Y,ZOOM")
  private String move;

  @Option(names = "--easing", paramLabel = "HOW")
  private String easing;

  @Option(names = "--last-picture", paramLabel = "FILE")
  private Path lastPicture;

  @Option(names = "--from", paramLabel = "T")
  private String from;

  @Option(names = "--to", paramLabel = "T")
  private String to;

  @Option(names = "--codec", paramLabel = "CODEC")
  private String codec;

  @Option(names = "--quality", paramLabel = "PERCENT", defaultValue = "75")
  private int quality;

  @Option(names = "--stills", paramLabel = "FORMAT", defaultValue = "jpeg")
  private String stills;

  @Option(names = "--overwrite")
  private boolean overwrite;

  @Override
  public Integer call() {
    ClipRecipe recipe = recipe();
    FrameSet found = FrameFinder.find(paths, Progress.NONE, new Cancellation());
    for (FrameSet.Unreadable bad : found.unreadable()) {
      if (bad.named() && found.frames().isEmpty()) {
        throw new WorkFailed(bad.file() + ": " + Words.fault(bad.fault()));
      }
    }
    if (found.frames().isEmpty() && found.unreadable().isEmpty()) {
      throw new WorkFailed(Words.say("shell.nothing-to-blend", paths.get(0)));
    }
    FrameSet set = selection(found).choose(found);
    for (LightKey key : recipe.evenness().keys()) {
      if (set.frames().stream().noneMatch(f -> f.file().endsWith(key.frame()))) {
        throw InvalidInput.about("bend", Words.say("refused.bend-of-none", key.frame()));
      }
    }
    Workroom room =
        new Workroom(
            Workroom.usualMemory(),
            Optional.empty(),
            output.progress("Filming"),
            new Cancellation());
    ClipResult done =
        new ClipMaker(recipe, Typed.choice("--stills", stills, StillFormat.class))
            .make(
                set,
                out,
                Optional.ofNullable(lastPicture),
                overwrite ? WholeFile.IfPresent.REPLACE : WholeFile.IfPresent.REFUSE,
                room);
    output.answer(json(done), MotionWords.done(done));
    return 0;
  }

  private ClipRecipe recipe() {
    Codec kept = codec == null ? Codec.usual(out) : Typed.choice("--codec", codec, Codec.class);
    if (easing != null && move == null) {
      throw InvalidInput.about("easing", Words.say("refused.easing-without-move"));
    }
    return new ClipRecipe(
        FrameRate.parse(fps),
        Optional.ofNullable(size).map(PictureSize::parse),
        new Evenness(
            smoothRamp,
            deflicker,
            flickerWindow,
            holdBalance,
            bend.stream().map(LightKey::parse).toList()),
        Trails.parse(trails),
        develop == null ? Tone.NONE : Tone.parse(develop),
        Optional.ofNullable(balance).map(WarmthDrift::parse),
        pace(),
        new View(steady, Optional.ofNullable(move).map(m -> Move.parse(m, isSoft()))),
        kept.checked(out),
        quality);
  }

  private boolean isSoft() {
    return easing == null || Typed.choice("--easing", easing, Easing.class) == Easing.SOFT;
  }

  private enum Easing {
    SOFT,
    EVEN
  }

  private Pace pace() {
    return new Pace(Typed.choice("--gaps", gaps, Pace.Gaps.class), 1, 1, average).withSpeed(speed);
  }

  private Selection selection(FrameSet found) {
    return Selection.of(paths)
        .withFrom(Optional.ofNullable(from).map(t -> Times.inNight("from", t, found)))
        .withTo(Optional.ofNullable(to).map(t -> Times.inNight("to", t, found)));
  }

  private static ObjectNode json(ClipResult done) {
    ObjectNode answer = Output.object();
    answer.put("frames", done.frames());
    answer.put("pictures", done.pictures());
    answer.put("clipSeconds", done.clipSeconds());
    answer.put("fps", done.recipe().rate().perSecond());
    answer.put("width", done.size().width()).put("height", done.size().height());
    answer.put("codec", done.recipe().codec().term());
    answer.put("flickerBefore", done.flickerBefore());
    answer.put("flickerAfter", done.flickerAfter());
    ArrayNode steps = answer.putArray("steps");
    done.steps()
        .forEach(s -> steps.addObject().put("after", s.after().toString()).put("stops", s.stops()));
    answer.put("clippedFrom", done.clippedFrom().map(Path::toString).orElse(null));
    ArrayNode dropped = answer.putArray("dropped");
    for (FrameDropped drop : done.dropped()) {
      dropped
          .addObject()
          .put("file", drop.file().toString())
          .put("reason", Words.reason(drop.reason()));
    }
    ArrayNode warnings = answer.putArray("warnings");
    if (done.enlarged() > 1) {
      warnings
          .addObject()
          .put("code", "enlarged")
          .put("text", MotionWords.enlarged(done.enlarged()));
    }
    answer.put("lostShare", done.lost());
    answer.put("bytes", done.bytes());
    answer.put("seconds", done.seconds());
    return answer;
  }
}
