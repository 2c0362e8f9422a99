package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.optics.Body;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Interval;
import zygonox.core.program.Panorama;
import zygonox.core.program.ProgramCheck;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;

/** Reckons where the head goes for a panorama. */
@Command(name = "panorama", mixinStandardHelpOptions = true)
final class PanoramaCommand implements Callable<Integer> {
  @Mixin private Output output;
  @Mixin private SensorOptions sensor;

  @Option(names = "--span", converter = Typed.Degrees.class, required = true, paramLabel = "DEG")
  private double span;

  @Option(names = "--tall", converter = Typed.Degrees.class, required = true, paramLabel = "DEG")
  private double tall;

  @Option(names = "--overlap", paramLabel = "SHARE", defaultValue = "0.5")
  private double overlap;

  @Option(
      names = "--click",
      converter = Typed.Degrees.class,
      paramLabel = "DEG",
      defaultValue = "0")
  private double click;

  @Option(names = "--upright")
  private boolean upright;

  @Option(
      names = "--azimuth",
      converter = Typed.Azimuth.class,
      paramLabel = "DEG",
      defaultValue = "0")
  private double azimuth;

  @Option(
      names = "--altitude",
      converter = Typed.Altitude.class,
      paramLabel = "DEG",
      defaultValue = "20")
  private double altitude;

  @Option(
      names = "--exposure",
      converter = Typed.Duration.class,
      paramLabel = "S",
      defaultValue = "15")
  private double exposure;

  @Option(names = "--count", paramLabel = "N", defaultValue = "4")
  private int count;

  @Option(names = "--turn", converter = Typed.Duration.class, paramLabel = "S", defaultValue = "8")
  private double turn;

  @Override
  public Integer call() {
    Body body = sensor.body();
    Panorama panorama = new Panorama(span, tall, overlap, click, turn);
    Interval interval = new Interval(0, exposure, 1, count);
    Panorama.Layout layout =
        panorama.layout(
            new Sensor(upright ? body.turned() : body, sensor.focal(), 4),
            new Direction(azimuth, altitude));
    output.answer(json(layout, interval), lines(layout, interval));
    return 0;
  }

  private static ObjectNode json(Panorama.Layout layout, Interval interval) {
    Panorama.Row fullest = layout.fullest();
    ObjectNode answer = Output.object();
    answer.put("rows", layout.rows().size());
    answer.put("columns", fullest.columns());
    answer.put("stepDegrees", fullest.stepDeg());
    answer.put("rowStepDegrees", layout.rowStepDeg());
    answer.put("clicks", fullest.clicks());
    answer.put("overlap", layout.overlap());
    answer.put("sharedArea", layout.sharedArea());
    answer.put("frames", layout.positions().size() * interval.count());
    answer.put("megapixels", layout.megapixels());
    answer.put("rowSeconds", layout.rowSeconds(interval));
    answer.put("totalSeconds", layout.totalSeconds(interval));
    answer.put("skyTurnDegrees", layout.skyTurnDegrees(interval));
    ArrayNode byRow = answer.putArray("byRow");
    for (Panorama.Row row : layout.rows()) {
      byRow
          .addObject()
          .put("altitude", row.altitudeDeg())
          .put("columns", row.columns())
          .put("stepDegrees", row.stepDeg())
          .put("clicks", row.clicks())
          .put("overlap", row.overlap());
    }
    ArrayNode positions = answer.putArray("positions");
    for (Direction d : layout.positions()) {
      positions.addObject().put("azimuth", d.azimuthDeg()).put("altitude", d.altitudeDeg());
    }
    return answer;
  }

  private static List<String> lines(Panorama.Layout layout, Interval interval) {
    List<String> lines = new ArrayList<>();
    lines.add(
        Words.say(
            "shell.positions-in-rows-in-all",
            layout.positions().size(),
            layout.rows().size(),
            Words.frames(layout.positions().size() * interval.count()),
            layout.megapixels()));
    lines.add(
        Words.say(
            "shell.neighbours-share-at-least-of",
            100 * layout.overlap(),
            100 * layout.sharedArea()));
    lines.add(
        Words.say(
            "shell.for-the-longest-row-during",
            Seconds.about(layout.rowSeconds(interval)),
            layout.skyTurnDegrees(interval),
            Seconds.about(layout.totalSeconds(interval))));
    int at = 0;
    for (Panorama.Row row : layout.rows()) {
      lines.add(
          "  "
              + Words.say(
                  "shell.panorama-row",
                  String.format(Locale.ROOT, "%5.1f", row.altitudeDeg()),
                  layout.positions().subList(at, at + row.columns()).stream()
                      .map(d -> String.format(Locale.ROOT, "%.1f", d.azimuthDeg()))
                      .collect(Collectors.joining(", "))));
      at += row.columns();
    }
    ProgramCheck.ofHead(layout, interval)
        .forEach(
            f -> lines.add(Words.say("weight." + f.code().weight()) + ": " + Words.finding(f)));
    return lines;
  }
}
