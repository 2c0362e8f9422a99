package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.optics.Body;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Interval;
import zygonox.core.program.Panorama;
import zygonox.core.quantity.Direction;
import zygonox.core.words.Words;

/** Reckons where the head goes for a panorama. */
@Command(
    name = "panorama",
    description = "Rows, columns, clicks and time of a stacked panorama.",
    mixinStandardHelpOptions = true)
final class PanoramaCommand implements Callable<Integer> {
  @Mixin private Output output;
  @Mixin private SensorOptions sensor;

  @Option(names = "--span", required = true, paramLabel = "DEG", description = "Width, degrees.")
  private double span;

  @Option(names = "--tall", required = true, paramLabel = "DEG", description = "Height, degrees.")
  private double tall;

  @Option(
      names = "--overlap",
      paramLabel = "SHARE",
      defaultValue = "0.5",
      description = "Share of a frame that the next covers again (default: ${DEFAULT-VALUE}).")
  private double overlap;

  @Option(
      names = "--click",
      paramLabel = "DEG",
      defaultValue = "0",
      description = "The head's click angle; 0 for none (default: ${DEFAULT-VALUE}).")
  private double click;

  @Option(names = "--upright", description = "The camera held upright.")
  private boolean upright;

  @Option(
      names = "--altitude",
      paramLabel = "DEG",
      defaultValue = "20",
      description = "Altitude of the whole's middle (default: ${DEFAULT-VALUE}).")
  private double altitude;

  @Option(
      names = "--exposure",
      paramLabel = "S",
      defaultValue = "15",
      description = "One frame's, seconds (default: ${DEFAULT-VALUE}).")
  private double exposure;

  @Option(
      names = "--count",
      paramLabel = "N",
      defaultValue = "4",
      description = "Frames at each position (default: ${DEFAULT-VALUE}).")
  private int count;

  @Option(
      names = "--turn",
      paramLabel = "S",
      defaultValue = "8",
      description = "Time to turn the head, seconds (default: ${DEFAULT-VALUE}).")
  private double turn;

  @Override
  public Integer call() {
    Body body = sensor.body();
    Panorama panorama = new Panorama(span, tall, overlap, click, turn);
    Interval interval = new Interval(0, exposure, 1, count);
    Panorama.Layout layout =
        panorama.layout(
            new Sensor(upright ? body.turned() : body, sensor.focal(), 4),
            new Direction(0, altitude));
    ObjectNode answer = Output.object();
    answer.put("columns", layout.columns());
    answer.put("rows", layout.rows());
    answer.put("stepDegrees", layout.stepDeg());
    answer.put("rowStepDegrees", layout.rowStepDeg());
    answer.put("clicks", layout.clicks());
    answer.put("overlap", layout.overlap());
    answer.put("megapixels", layout.megapixels());
    answer.put("rowSeconds", layout.rowSeconds(interval));
    answer.put("totalSeconds", layout.totalSeconds(interval));
    answer.put("skyTurnDegrees", layout.skyTurnDegrees(interval));
    ArrayNode positions = answer.putArray("positions");
    for (Direction d : layout.positions()) {
      positions.addObject().put("azimuth", d.azimuthDeg()).put("altitude", d.altitudeDeg());
    }
    output.answer(
        answer,
        List.of(
            String.format(
                Locale.ROOT,
                "%d columns by %d rows, turned by %.1f degrees, about %.0f megapixels",
                layout.columns(),
                layout.rows(),
                layout.stepDeg(),
                layout.megapixels()),
            String.format(
                Locale.ROOT,
                "%s a row, during which the sky turns %.1f degrees; %s in all",
                Words.duration(layout.rowSeconds(interval)),
                layout.skyTurnDegrees(interval),
                Words.duration(layout.totalSeconds(interval)))));
    return 0;
  }
}
