package zygonox.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.optics.Exposure;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;

/** Equivalent exposures. */
@Command(name = "exposure", mixinStandardHelpOptions = true)
final class ExposureCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Option(names = "--from", required = true, paramLabel = "EXPOSURE")
  private String from;

  @Option(names = "--to", required = true, paramLabel = "EXPOSURE")
  private String to;

  @Override
  public Integer call() {
    Exposure known = Exposure.parse(from);
    Exposure found = known.solve(to);
    ObjectNode answer = Output.object();
    answer.put("shutterSeconds", found.shutterSeconds());
    answer.put("aperture", found.aperture());
    answer.put("iso", found.iso());
    Exposure dial = found.onDial(Exposure.openTerm(to));
    answer
        .putObject("dial")
        .put("shutterSeconds", dial.shutterSeconds())
        .put("aperture", dial.aperture())
        .put("iso", dial.iso());
    answer
        .putObject("stops")
        .put("shutter", found.shutterStopsOver(known))
        .put("aperture", found.apertureStopsOver(known))
        .put("iso", found.isoStopsOver(known));
    answer.put("ev100", found.ev100());
    output.answer(
        answer,
        List.of(
            Words.say(
                "shell.exposure",
                Seconds.text(found.shutterSeconds()),
                Words.number(Math.round(found.aperture() * 100) / 100.0),
                found.iso(),
                found.ev100()),
            Words.say(
                "shell.nearest-on-the-dials-at",
                Seconds.text(dial.shutterSeconds()),
                Words.number(dial.aperture()),
                dial.iso())));
    return 0;
  }
}
