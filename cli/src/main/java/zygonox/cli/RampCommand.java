package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
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
import zygonox.core.program.ProgramFinding;
import zygonox.core.program.Ramp;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Seconds;
import zygonox.core.site.ZoneMap;
import zygonox.core.words.Words;

/** Reckons how the exposure follows the light. */
@Command(name = "ramp", mixinStandardHelpOptions = true)
final class RampCommand implements Callable<Integer> {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  private static final double LONGEST_SECONDS = 3600;

  @Mixin private Output output;
  @Mixin private SkyCommand.PlaceOptions where;

  @Option(names = "--start", required = true, paramLabel = "T")
  private OffsetDateTime start;

  @Option(names = "--count", required = true, paramLabel = "N")
  private int count;

  @Option(names = "--period", converter = Typed.Duration.class, required = true, paramLabel = "S")
  private double period;

  @Option(names = "--aperture", converter = Typed.FNumber.class, required = true, paramLabel = "N")
  private double aperture;

  @Option(
      names = "--compensation",
      converter = Typed.Stops.class,
      paramLabel = "STOPS",
      defaultValue = "-0.333")
  private double compensation;

  @Option(
      names = "--night-darkening",
      converter = Typed.Stops.class,
      paramLabel = "EV",
      defaultValue = "3")
  private double nightDarkening;

  @Option(names = "--highest-iso", paramLabel = "N")
  private Integer highestIso;

  @Option(names = "--longest-shutter", converter = Typed.Duration.class, paramLabel = "S")
  private Double longestShutter;

  @Override
  public Integer call() {
    Kit kit = Kit.usual(new Body("a camera", 36, 24, 6000, 4000), new Lens("a lens", 24, 1.4));
    double shortest = Math.min(1, period / 2);
    InvalidInput.check("period", "value.time-from-start-to-start", period, 0.01, 86_400);
    Program program =
        new Program(
            "ramp",
            start,
            new Interval(0, shortest, period - shortest, count),
            aperture,
            100,
            24,
            new Direction(0, 0));
    Ramp.Manner manner =
        new Ramp.Manner(
            compensation,
            nightDarkening,
            highestIso == null ? kit.camera().highestIso() : highestIso,
            longestShutter == null ? LONGEST_SECONDS : longestShutter);
    if (highestIso != null) {
      kit = kit.withCamera(kit.camera().withIso(Math.min(100, highestIso), highestIso));
    }
    Ramp ramp = Ramp.of(program, kit, where.place(), manner);
    ZoneId zone = ZoneMap.at(where.place());
    ObjectNode answer = Output.object();
    ArrayNode steps = answer.putArray("steps");
    List<String> lines = new ArrayList<>();
    for (Ramp.Step step : ramp.steps()) {
      OffsetDateTime at = step.from().atZone(zone).toOffsetDateTime();
      steps
          .addObject()
          .put("frame", step.frame())
          .put("from", Times.text(at))
          .put("shutterSeconds", step.exposure().shutterSeconds())
          .put("aperture", step.exposure().aperture())
          .put("iso", step.exposure().iso())
          .put("lux", step.lux())
          .put("stopsFromMeter", step.stopsFromMeter());
      lines.add(
          Words.say(
              "shell.ramp-step",
              CLOCK.format(at),
              String.format(Locale.ROOT, "%4d", step.frame() + 1),
              String.format(Locale.ROOT, "%-9s", Seconds.text(step.exposure().shutterSeconds())),
              String.format(Locale.ROOT, "%-6.0f", step.exposure().iso()),
              step.stopsFromMeter()));
    }
    answer.put("shortOfLight", ramp.shortOfLight());
    ArrayNode warnings = answer.putArray("warnings");
    for (ProgramFinding finding : ramp.findings()) {
      warnings.addObject().put("code", finding.code().term()).put("text", Words.finding(finding));
      lines.add(Words.say("weight." + finding.code().weight()) + ": " + Words.finding(finding));
    }
    output.answer(answer, lines);
    return 0;
  }
}
