package zygonox.cli;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Option;
import zygonox.core.optics.Body;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;

/** The options that name a sensor and a focal length. */
final class SensorOptions {
  private static final Pattern PAIR =
      Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*[x×]\\s*(\\d+(?:\\.\\d+)?)");

  @Option(
      names = "--focal",
      converter = Typed.Millimetres.class,
      required = true,
      paramLabel = "MM")
  private double focal;

  @Option(names = "--sensor", required = true, paramLabel = "WxH")
  private String sensor;

  @Option(names = "--pixels", required = true, paramLabel = "WxH")
  private String pixels;

  double focal() {
    return focal;
  }

  Body body() {
    double[] size = pair("--sensor", sensor, "36x24");
    double[] count = pair("--pixels", pixels, "6000x4000");
    return new Body("", size[0], size[1], (int) count[0], (int) count[1]);
  }

  private static double[] pair(String option, String text, String example) {
    Matcher matcher = PAIR.matcher(text);
    if (!matcher.matches()) {
      throw new InvalidInput(Words.say("shell.is-not-a-width-and", option, text, example));
    }
    return new double[] {
      Double.parseDouble(matcher.group(1)), Double.parseDouble(matcher.group(2))
    };
  }
}
