package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;

/** Lists frames in true order. */
@Command(
    name = "frames",
    description = "Lists frames in the order they were taken, with what their files say.",
    mixinStandardHelpOptions = true)
final class FramesCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Parameters(arity = "1..*", paramLabel = "PATH", description = "Files, folders or both.")
  private List<Path> paths;

  @Override
  public Integer call() {
    FrameSet set = FrameFinder.find(paths, output.progress("Looking"), new Cancellation());
    ObjectNode answer = Output.object();
    List<String> lines = new ArrayList<>();
    ArrayNode frames = answer.putArray("frames");
    for (FrameRun run : set.runs()) {
      lines.add("Run %d, %d frames, %s".formatted(run.number(), run.frames().size(), kind(run)));
      for (Frame frame : run.frames()) {
        frames.add(json(set, run, frame));
        lines.add("  " + line(set, frame));
      }
    }
    ArrayNode unreadable = answer.putArray("unreadable");
    for (FrameSet.Unreadable bad : set.unreadable()) {
      String reason = Words.fault(bad.fault());
      unreadable.addObject().put("file", bad.file().toString()).put("reason", reason);
      lines.add("Unreadable: " + bad.file() + ": " + reason);
    }
    ArrayNode gaps = answer.putArray("gaps");
    for (FrameSet.Gap gap : set.gaps()) {
      gaps.addObject().put("after", gap.after().file().toString()).put("seconds", gap.seconds());
      lines.add(
          "Gap: %s longer closed than usual after %s"
              .formatted(Words.duration(gap.seconds()), gap.after().file()));
    }
    output.answer(answer, lines);
    return 0;
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
    parts.add(time == null ? "no capture time" : time);
    frame.info().exposureSeconds().ifPresent(s -> parts.add(Words.shutter(s)));
    frame.info().aperture().ifPresent(a -> parts.add("f/" + Words.number(a)));
    frame.info().iso().ifPresent(i -> parts.add("ISO " + Words.number(i)));
    parts.add(frame.layout().toString());
    return String.join("  ", parts);
  }
}
