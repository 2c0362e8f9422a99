package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Filling;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.measure.MeasureStore;
import zygonox.core.measure.RunEvent;
import zygonox.core.measure.RunMeasure;
import zygonox.core.measure.Streak;
import zygonox.core.night.Decisions;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.PlanMatch;
import zygonox.core.program.Job;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.FrameWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workroom;

/** Lists frames in true order. */
@Command(name = "frames", mixinStandardHelpOptions = true)
final class FramesCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Parameters(arity = "1..*", paramLabel = "PATH")
  private List<Path> paths;

  @Option(names = "--night", paramLabel = "NIGHT.json")
  private Path nightFile;

  private Path folder = Path.of("");
  private Decisions decisions = Decisions.NONE;

  /** How far passing lights have filled their way, by the run's number. */
  private final Map<Integer, Filling> fillings = new HashMap<>();

  @Option(names = "--measure")
  private boolean measure;

  @Override
  public Integer call() {
    Optional<NightFile> night = Optional.ofNullable(nightFile).map(NightFile::open);
    if (night.isPresent()) {
      folder = night.get().folder();
      decisions = Decisions.read(folder);
    }
    FrameSet set =
        decisions.applied(
            folder, FrameFinder.find(paths, output.progress("Looking"), new Cancellation()));
    ObjectNode answer = Output.object();
    List<String> lines = new ArrayList<>();
    ArrayNode frames = answer.putArray("frames");
    ArrayNode groups = answer.putArray("groups");
    ArrayNode unreadableNodes = answer.putArray("unreadable");
    List<FrameSet.Unreadable> unreadable = new ArrayList<>(set.unreadable());
    for (FrameRun run : set.runs()) {
      lines.add(
          "Run %d, %s, %s: %s"
              .formatted(
                  run.number(),
                  Words.frames(run.frames().size()),
                  kind(run),
                  Words.reason(run.reason())));
      ObjectNode group =
          groups
              .addObject()
              .put("group", run.number())
              .put("frames", run.frames().size())
              .put("kind", kind(run))
              .put("kindReason", Words.reason(run.reason()));
      Map<Path, Measured> measured = measure ? measured(set, run, unreadable, group) : Map.of();
      for (Frame frame : run.frames()) {
        if (measure && !measured.containsKey(frame.file())) {
          continue;
        }
        ObjectNode node = json(set, run, frame);
        lines.add("  " + line(set, frame));
        if (measure) {
          put(node, measured.get(frame.file()));
          lines.add("    " + line(measured.get(frame.file())));
        }
        frames.add(node);
      }
    }
    for (FrameSet.Unreadable bad : unreadable) {
      String reason = Words.fault(bad.fault());
      unreadableNodes.addObject().put("file", bad.file().toString()).put("reason", reason);
      lines.add("Unreadable: " + bad.file() + ": " + reason);
    }
    ArrayNode gaps = answer.putArray("gaps");
    for (FrameSet.Gap gap : set.gaps()) {
      gaps.addObject().put("after", gap.after().file().toString()).put("seconds", gap.seconds());
      lines.add(
          Words.say(
              "shell.gap-longer-closed-than-usual",
              Seconds.about(gap.seconds()),
              gap.after().file()));
    }
    night.ifPresent(file -> addPlan(file.night(), set, answer, lines));
    if (set.frames().isEmpty() && set.unreadable().isEmpty()) {
      String where = paths.stream().map(Path::toString).collect(Collectors.joining(", "));
      String empty = Words.say("frames.empty-folder", where);
      answer.putArray("warnings").addObject().put("code", "no-frames").put("text", empty);
      lines.add(empty);
    }
    output.answer(answer, lines);
    return 0;
  }

  private void addPlan(Night night, FrameSet set, ObjectNode answer, List<String> lines) {
    FrameWords words = new FrameWords(set, night.zone());
    ArrayNode plan = answer.putArray("plan");
    for (PlanMatch match : PlanMatch.of(night, set)) {
      ObjectNode node = plan.addObject();
      node.put("program", night.programs().get(match.program()).name());
      node.put("group", match.run().number());
      node.put("lateSeconds", match.lateSeconds());
      node.put("stepSeconds", match.stepSeconds());
      node.put("timing", match.timing().name().toLowerCase(Locale.ROOT).replace('_', '-'));
      node.put("missetAt", match.missetAt().map(f -> f.file().toString()).orElse(null));
      ArrayNode missing = node.putArray("missing");
      match.missing().forEach(m -> missing.add(m.index() + 1));
      node.put("text", words.match(night, match));
      List<String> filled = new ArrayList<>();
      Filling filling = fillings.get(match.run().number());
      if (filling != null && night.programs().get(match.program()).job() == Job.LIGHT_TRAILS) {
        node.put("nextFrameAdds", filling.nextAdds());
        filled.add("Run %d: %s".formatted(match.run().number(), FrameWords.filling(filling)));
      }
      lines.add("Run %d: %s".formatted(match.run().number(), words.match(night, match)));
      lines.addAll(filled);
    }
  }

  /**
   * @param verdict what a person decided, else what was judged
   * @param reasons in sentences
   */
  private record Measured(FrameMeasure measure, Verdict verdict, List<String> reasons) {}

  /** Measures a run; what turns out not to be decodable goes to the unreadable ones. */
  private Map<Path, Measured> measured(
      FrameSet set, FrameRun run, List<FrameSet.Unreadable> unreadable, ObjectNode group) {
    RunMeasure of =
        MeasureStore.measure(
            run.frames(),
            Workroom.usual(
                output.progress(Words.say("shell.measuring-run", run.number())),
                new Cancellation()),
            (frame, fault) -> unreadable.add(new FrameSet.Unreadable(frame.file(), fault, false)));
    ArrayNode hot = group.putArray("hotPixels");
    of.hotPixels().forEach(spot -> hot.addObject().put("x", spot.x()).put("y", spot.y()));
    of.filling().ifPresent(filling -> fillings.put(run.number(), filling));
    List<FrameMeasure> measures = of.frames();
    List<Judgement> judgements = decisions.judge().of(measures);
    FrameWords words = new FrameWords(set);
    List<RunEvent> events = RunEvent.of(judgements);
    ArrayNode told = group.putArray("events");
    events.forEach(e -> told.add(words.event(e)));
    Map<Path, Measured> measured = new HashMap<>();
    for (int i = 0; i < measures.size(); i++) {
      Judgement judgement = judgements.get(i);
      Path file = judgement.frame().file();
      Verdict verdict = decisions.verdict(folder, file).orElse(judgement.verdict());
      measured.put(file, new Measured(measures.get(i), verdict, words.reasons(judgement, events)));
    }
    return measured;
  }

  private static void put(ObjectNode node, Measured measured) {
    FrameMeasure m = measured.measure;
    node.put("background", m.sky().background());
    node.put("noise", m.sky().noise());
    node.put("clipped", m.sky().clipped());
    node.put("stars", m.stars());
    m.shape()
        .ifPresentOrElse(
            s -> {
              node.put("fwhm", s.fwhm());
              node.put("elongation", s.elongation());
              node.put("elongationDegrees", s.directionDeg());
            },
            () -> node.putNull("fwhm"));
    node.put("sharpness", m.sharpness());
    node.put("shift", m.shift().certainPixels());
    ArrayNode streaks = node.putArray("streaks");
    for (Streak streak : m.streaks()) {
      streaks
          .addObject()
          .put("x1", streak.x1())
          .put("y1", streak.y1())
          .put("x2", streak.x2())
          .put("y2", streak.y2())
          .put("bow", streak.bow())
          .put("width", streak.width());
    }
    node.put("verdict", measured.verdict.name().toLowerCase(Locale.ROOT));
    ArrayNode reasons = node.putArray("reasons");
    measured.reasons.forEach(reasons::add);
  }

  private static String line(Measured measured) {
    FrameMeasure m = measured.measure;
    String said =
        Words.say(
            "shell.measured",
            m.sky().background(),
            m.sky().noise(),
            m.stars(),
            m.shape().map(s -> Words.say("shell.px-wide", s.fwhm())).orElse(""),
            m.shift().certainPixels(),
            measured.verdict.name().toLowerCase(Locale.ROOT));
    return measured.reasons.isEmpty() ? said : said + ". " + String.join(". ", measured.reasons);
  }

  private static String kind(FrameRun run) {
    return run.kind().name().toLowerCase(Locale.ROOT);
  }

  private static ObjectNode json(FrameSet set, FrameRun run, Frame frame) {
    ObjectNode node = Output.object();
    node.put("file", frame.file().toString());
    node.put("width", frame.layout().width());
    node.put("height", frame.layout().height());
    node.put("bits", frame.layout().bits());
    node.put("capturedAt", capturedAt(set, frame));
    put(node, "exposureSeconds", frame.info().exposureSeconds());
    put(node, "aperture", frame.info().aperture());
    put(node, "iso", frame.info().iso());
    put(node, "focalMm", frame.info().focalMm());
    node.put("camera", frame.info().camera().orElse(null));
    node.put("lens", frame.info().lens().orElse(null));
    node.put("group", run.number());
    node.put("kind", kind(run));
    return node;
  }

  private static void put(ObjectNode node, String key, OptionalDouble value) {
    if (value.isEmpty()) {
      node.putNull(key);
    } else if (value.getAsDouble() == Math.rint(value.getAsDouble())) {
      node.put(key, (long) value.getAsDouble());
    } else {
      node.put(key, value.getAsDouble());
    }
  }

  private static String capturedAt(FrameSet set, Frame frame) {
    return frame
        .info()
        .capturedAt()
        .map(t -> Times.text(t.withOffset(set.assumedOffset())))
        .orElse(null);
  }

  private static String line(FrameSet set, Frame frame) {
    List<String> parts = new ArrayList<>();
    parts.add(frame.file().toString());
    String time = capturedAt(set, frame);
    parts.add(time == null ? Words.say("shell.no-capture-time") : time);
    frame.info().exposureSeconds().ifPresent(s -> parts.add(Seconds.text(s)));
    frame.info().aperture().ifPresent(a -> parts.add("f/" + Words.number(a)));
    frame.info().iso().ifPresent(i -> parts.add("ISO " + Words.number(i)));
    parts.add(frame.layout().toString());
    return String.join("  ", parts);
  }
}
