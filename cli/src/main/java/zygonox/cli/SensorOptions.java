package zygonox.cli;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Option;
import zygonox.core.optics.Body;
import zygonox.core.quantity.InvalidInput;

/** The options that name a sensor and a focal length. */
final class SensorOptions {
  private static final Pattern PAIR =
      Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*[x×]\\s*(\\d+(?:\\.\\d+)?)");

  @Option(
      names = "--focal",
      converter = Typed.Millimetres.class,
      required = true,
      paramLabel = "MM",
      description = "Focal length, mm.")
  private double focal;

  @Option(names = "--sensor", required = true, paramLabel = "WxH", description = "Sensor, mm.")
  private String sensor;

  @Option(names = "--pixels", required = true, paramLabel = "WxH", description = "Its pixels.")
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
      throw new InvalidInput(
          "%s %s is not a width and height; write it like %s".formatted(option, text, example));
    }
    return new double[] {
      Double.parseDouble(matcher.group(1)), Double.parseDouble(matcher.group(2))
    };
  }
}
