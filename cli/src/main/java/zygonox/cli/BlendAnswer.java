package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import zygonox.core.align.Alignment;
import zygonox.core.combine.FrameDropped;
import zygonox.core.mend.FoundLine;
import zygonox.core.mend.Stray;
import zygonox.core.mend.Subject;
import zygonox.core.quantity.Seconds;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Mended;
import zygonox.core.words.BlendWords;
import zygonox.core.words.Words;

/**
 * What a blend answers.
 *
 * @param result what it did
 * @param left frames that were not to take part
 */
record BlendAnswer(BlendResult result, List<Path> left) {
  /** For a program. */
  ObjectNode json() {
    ObjectNode answer = Output.object();
    answer.put("method", result.method().term());
    answer.put("frames", result.frames() + left.size());
    answer.put("used", result.used());
    ArrayNode dropped = answer.putArray("dropped");
    for (Path file : left) {
      dropped
          .addObject()
          .put("file", file.toString())
          .put("reason", Words.say("shell.left-out-by-drop"));
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
      node.put("rmsPixels", one.rmsPixels()).put("residualPixels", one.residualPixels());
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
    result
        .starWidths()
        .ifPresentOrElse(
            w ->
                answer.putObject("starWidth").put("single", w.single()).put("stacked", w.stacked()),
            () -> answer.putNull("starWidth"));
    answer
        .putObject("coverage")
        .put("least", result.coverage().least())
        .put("mean", result.coverage().mean());
    put(answer, "sharpness", result.sharpness());
    put(answer, "finerDetail", result.finerDetail());
    result
        .rejected()
        .ifPresentOrElse(
            r -> answer.putObject("rejected").put("share", r.share()).put("most", r.most()),
            () -> answer.putNull("rejected"));
    mends(answer, result.mended());
    return answer;
  }

  private static void mends(ObjectNode answer, Mended mended) {
    ArrayNode mends = answer.putArray("mends");
    ArrayNode kept = answer.putArray("kept");
    if (mended.hotPixels() > 0) {
      mends.addObject().putNull("file").put("kind", "hot-pixels").put("count", mended.hotPixels());
    }
    for (FoundLine line : mended.lines()) {
      (line.isOut() ? mends : kept)
          .addObject()
          .put("file", line.file().toString())
          .put("kind", kind(line))
          .put("x1", line.line().x1())
          .put("y1", line.line().y1())
          .put("x2", line.line().x2())
          .put("y2", line.line().y2())
          .put("bow", line.line().bow())
          .put("width", line.line().width());
    }
    mended.bridged().forEach(f -> mends.addObject().put("file", f.toString()).put("kind", "gap"));
    mended.streakyCloud().ifPresent(share -> answer.put("streakyCloud", share));
    ArrayNode subjects = answer.putArray("subjects");
    for (Subject subject : mended.subjects()) {
      subjects
          .addObject()
          .put("file", subject.file().toString())
          .put("x1", subject.left())
          .put("y1", subject.top())
          .put("x2", subject.right())
          .put("y2", subject.bottom())
          .put("laidIn", subject.laidIn());
    }
    ArrayNode open = answer.putArray("open");
    mended
        .open()
        .forEach(
            o ->
                open.addObject()
                    .put("after", o.after().toString())
                    .put("reason", o.moved() ? "camera-moved" : "long-pause"));
  }

  private static String kind(FoundLine line) {
    if (line.stray() == Stray.LIGHT) {
      return "light";
    }
    return line.fate() == FoundLine.Fate.METEOR ? "meteor" : "streak";
  }

  private static void put(ObjectNode node, String key, OptionalDouble value) {
    if (value.isPresent()) {
      node.put(key, value.getAsDouble());
    } else {
      node.putNull(key);
    }
  }

  /** For a person. */
  List<String> lines() {
    List<String> lines = new ArrayList<>();
    lines.add(
        Words.say(
            "shell.of-is-in-it-took",
            result.method().term(),
            Words.frames(result.used()),
            result.output(),
            Seconds.about(result.seconds())));
    BlendWords.noise(result).ifPresent(lines::add);
    BlendWords.noiseReason(result).ifPresent(lines::add);
    BlendWords.rejected(result).ifPresent(lines::add);
    BlendWords.sharpness(result).ifPresent(lines::add);
    BlendWords.finerDetail(result).ifPresent(lines::add);
    BlendWords.sharpnessReason(result).ifPresent(lines::add);
    lines.addAll(BlendWords.mended(result));
    result
        .dropped()
        .forEach(d -> lines.add(Words.say("shell.left-out", d.file(), Words.reason(d.reason()))));
    return lines;
  }
}
