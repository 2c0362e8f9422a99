package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.Ramp;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;

/** Reckons how the exposure follows the light. */
@Command(
    name = "ramp",
    description = "A table of exposures from day into night, to follow by hand.",
    mixinStandardHelpOptions = true)
final class RampCommand implements Callable<Integer> {
  @Mixin private Output output;
  @Mixin private SkyCommand.PlaceOptions where;

  @Option(names = "--start", required = true, paramLabel = "T", description = "The first frame.")
  private OffsetDateTime start;

  @Option(names = "--count", required = true, paramLabel = "N", description = "Frames.")
  private int count;

  @Option(
      names = "--period",
      required = true,
      paramLabel = "S",
      description = "From start to start, seconds.")
  private double period;

  @Option(names = "--aperture", required = true, paramLabel = "N", description = "f-number.")
  private double aperture;

  @Option(
      names = "--compensation",
      paramLabel = "STOPS",
      defaultValue = "-0.333",
      description = "Darker (negative) or brighter than metered (default: ${DEFAULT-VALUE}).")
  private double compensation;

  @Override
  public Integer call() {
    Kit kit = Kit.usual(new Body("a camera", 36, 24, 6000, 4000), new Lens("a lens", 24, 1.4));
    double shortest = Math.min(1, period / 2);
    InvalidInput.check("--period", period, 0.01, 86_400);
    Program program =
        new Program(
            "ramp",
            start,
            new Interval(0, shortest, period - shortest, count),
            aperture,
            100,
            24,
            new Direction(0, 0));
    Ramp ramp = Ramp.of(program, kit, where.place(), compensation);
    ObjectNode answer = Output.object();
    ArrayNode steps = answer.putArray("steps");
    List<String> lines = new ArrayList<>();
    for (Ramp.Step step : ramp.steps()) {
      OffsetDateTime at = step.from().atOffset(start.getOffset());
      steps
          .addObject()
          .put("frame", step.frame())
          .put("from", Times.text(at))
          .put("shutterSeconds", step.exposure().shutterSeconds())
          .put("aperture", step.exposure().aperture())
          .put("iso", step.exposure().iso())
          .put("lux", step.lux());
      lines.add(
          String.format(
              Locale.ROOT,
              "%s  frame %4d  %-9s ISO %.0f",
              at.toLocalTime().withNano(0),
              step.frame() + 1,
              Words.shutter(step.exposure().shutterSeconds()),
              step.exposure().iso()));
    }
    answer.put("shortOfLight", ramp.shortOfLight());
    if (ramp.shortOfLight()) {
      lines.add("Mind: " + Words.say("program.RAMP_TOO_SHORT"));
    }
    output.answer(answer, lines);
    return 0;
  }
}
