package zygonox.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.optics.Body;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.Sensor;
import zygonox.core.optics.StarDrift;
import zygonox.core.optics.StarImage;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;

/** What a lens and a sensor allow. */
@Command(name = "limits", mixinStandardHelpOptions = true)
final class LimitsCommand implements Callable<Integer> {
  private static final double USUAL_RULE = 500;
  private static final double STRICT_RULE = 400;
  private static final double DAY_SECONDS = 86_400;

  @Mixin private Output output;

  @Mixin private SensorOptions sensor;

  @Option(names = "--aperture", converter = Typed.FNumber.class, required = true, paramLabel = "N")
  private double aperture;

  @Option(names = "--dec", paramLabel = "D")
  private double declination;

  @Option(names = "--exposure", converter = Typed.Duration.class, paramLabel = "S")
  private Double exposure;

  @Option(names = "--focus", converter = Typed.Metres.class, paramLabel = "M")
  private Double focus;

  @Override
  public Integer call() {
    Body body = sensor.body();
    Sensor optics = new Sensor(body, sensor.focal(), aperture);
    ObjectNode answer = Output.object();
    answer.put("pixelPitchUm", body.pixelPitchUm());
    answer.put("cropFactor", optics.cropFactor());
    answer.put("arcsecPerPixel", optics.arcsecPerPixel());
    answer
        .putObject("fieldOfView")
        .put("horizontal", optics.fieldOfViewDeg(body.sensorWidthMm()))
        .put("vertical", optics.fieldOfViewDeg(body.sensorHeightMm()))
        .put("diagonal", optics.fieldOfViewDeg(optics.diagonalMm()));
    double npf = optics.npfSeconds(declination);
    double starPixels = StarImage.fwhmPixels(body);
    double ownWidth = starPixels / optics.driftPixels(1, declination);
    StarDrift drift = StarDrift.atDeclination(body, sensor.focal(), declination);
    double ownWidthCorner = starPixels / drift.fastest();
    PointStarRule.Framed framed = new PointStarRule.Framed(optics, new Direction(0, 0), 0);
    answer
        .putObject("pointStars")
        .put("rule500", optics.ruleSeconds(USUAL_RULE))
        .put("rule400", optics.ruleSeconds(STRICT_RULE))
        .put("npf", ending(npf))
        .put("bySensor", PointStarRule.BY_SENSOR.seconds(framed))
        .put("ownWidth", ending(ownWidth))
        .put("ownWidthCorner", ownWidthCorner);
    List<String> lines = new ArrayList<>();
    lines.add(
        Words.say(
            "shell.field",
            optics.fieldOfViewDeg(body.sensorWidthMm()),
            optics.fieldOfViewDeg(body.sensorHeightMm()),
            optics.arcsecPerPixel()));
    lines.add(
        Words.say(
            "shell.point-stars-by-the-rule",
            Seconds.about(optics.ruleSeconds(USUAL_RULE)),
            Seconds.about(optics.ruleSeconds(STRICT_RULE)),
            about(npf)));
    lines.add(
        Words.say(
            "shell.a-star-moves-by-its",
            starPixels,
            about(ownWidth),
            Seconds.about(ownWidthCorner)));
    if (ending(ownWidth) == null) {
      lines.add(Words.say("shell.the-middle-is-the-pole"));
    }
    if (exposure != null) {
      double moved = optics.driftPixels(exposure, declination);
      double movedCorner = drift.fastest() * exposure;
      answer.put("driftPixels", moved).put("driftPixelsCorner", movedCorner);
      lines.add(Words.say("shell.in-a-star-moves-by", Seconds.text(exposure), moved, movedCorner));
    } else {
      answer.putNull("driftPixels").putNull("driftPixelsCorner");
    }
    answer.put("hyperfocal", optics.hyperfocalMetres());
    lines.add(Words.say("shell.hyperfocal-distance-m", optics.hyperfocalMetres()));
    if (focus != null) {
      addSharp(answer, lines, optics);
    }
    output.answer(answer, lines);
    return 0;
  }

  /** At the pole some limits never come: null beyond a day. */
  private static Double ending(double seconds) {
    return seconds > DAY_SECONDS ? null : Double.valueOf(seconds);
  }

  private static String about(double seconds) {
    return seconds > DAY_SECONDS ? "never" : Seconds.about(seconds);
  }

  private void addSharp(ObjectNode answer, List<String> lines, Sensor optics) {
    double near = optics.nearMetres(focus);
    double far = optics.farMetres(focus);
    ObjectNode sharp = answer.putObject("sharp");
    sharp.put("near", near);
    if (Double.isInfinite(far)) {
      sharp.putNull("far");
      lines.add(Words.say("shell.sharp-from-m-to-infinity", near));
    } else {
      sharp.put("far", far);
      lines.add(Words.say("shell.sharp-from-m-to-m", near, far));
    }
  }
}
