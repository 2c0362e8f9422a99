package zygonox.core.gear;

import static zygonox.core.work.JsonFields.number;
import static zygonox.core.work.JsonFields.object;
import static zygonox.core.work.JsonFields.text;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import zygonox.core.gear.RemoteTimer.IntervalMeans;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Gear as JSON. Of a camera only the sensor must be there, of a lens its focal length and aperture;
 * what is missing is what may be expected of such gear.
 */
public final class GearJson {
  private GearJson() {}

  /** Reads a camera. */
  public static CameraModel camera(JsonNode json) {
    Body body =
        new Body(
            text(json, "name"),
            number(json, "sensorWidthMm"),
            number(json, "sensorHeightMm"),
            (int) number(json, "pixelsWide"),
            (int) number(json, "pixelsHigh"));
    return camera(json, CameraModel.usual(body));
  }

  /** Reads what is there over what is known. */
  public static CameraModel camera(JsonNode json, CameraModel usual) {
    return new CameraModel(
        usual.body(),
        json.path("longestTimedSeconds").asDouble(usual.longestTimedSeconds()),
        json.path("bulb").asBoolean(usual.bulb()),
        json.path("baseIso").asInt(usual.baseIso()),
        json.path("highestIso").asInt(usual.highestIso()),
        json.path("rawBytes").asLong(usual.rawBytes()),
        json.path("writeSeconds").asDouble(usual.writeSeconds()),
        new Battery(
            json.path("batteryShots").asInt(usual.battery().shots()),
            json.path("batteryHours").asDouble(usual.battery().hours()),
            json.path("batteryFreezingShare").asDouble(usual.battery().freezingShare())));
  }

  public static void write(CameraModel camera, ObjectNode json) {
    Body body = camera.body();
    json.put("name", body.name());
    json.put("sensorWidthMm", body.sensorWidthMm()).put("sensorHeightMm", body.sensorHeightMm());
    json.put("pixelsWide", body.pixelsWide()).put("pixelsHigh", body.pixelsHigh());
    json.put("longestTimedSeconds", camera.longestTimedSeconds()).put("bulb", camera.bulb());
    json.put("baseIso", camera.baseIso()).put("highestIso", camera.highestIso());
    json.put("rawBytes", camera.rawBytes()).put("writeSeconds", camera.writeSeconds());
    json.put("batteryShots", camera.battery().shots());
    json.put("batteryHours", camera.battery().hours());
    json.put("batteryFreezingShare", camera.battery().freezingShare());
  }

  /**
   * Reads a lens: {@code focalMm} for one focal length, or {@code shortestMm} to {@code longestMm}.
   */
  public static Lens lens(JsonNode json) {
    double shortest = json.has("shortestMm") ? number(json, "shortestMm") : number(json, "focalMm");
    Lens usual = new Lens(text(json, "name"), shortest, number(json, "widestAperture"));
    return new Lens(
        usual.name(),
        shortest,
        json.path("longestMm").asDouble(shortest),
        usual.widestAperture(),
        json.path("bestAperture").asDouble(usual.bestAperture()),
        json.path("distortion").asDouble(0));
  }

  public static void write(Lens lens, ObjectNode json) {
    json.put("name", lens.name());
    json.put("shortestMm", lens.shortestMm()).put("longestMm", lens.longestMm());
    json.put("widestAperture", lens.widestAperture()).put("bestAperture", lens.bestAperture());
    json.put("distortion", lens.distortion());
  }

  /** Reads a remote timer. */
  public static RemoteTimer timer(JsonNode json) {
    RemoteTimer usual = Kit.USUAL_TIMER;
    String means = json.path("interval").asText("closed-time");
    return new RemoteTimer(
        json.path("name").asText(usual.name()),
        json.path("shortestGapSeconds").asDouble(usual.shortestGapSeconds()),
        meaning(means));
  }

  private static IntervalMeans meaning(String text) {
    for (IntervalMeans means : IntervalMeans.values()) {
      if (key(means).equals(text)) {
        return means;
      }
    }
    throw new InvalidInput(Phrasebook.say("refused.interval-is-it-must-be", text));
  }

  private static String key(IntervalMeans means) {
    return means.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static void write(RemoteTimer timer, ObjectNode json) {
    json.put("name", timer.name()).put("shortestGapSeconds", timer.shortestGapSeconds());
    json.put("interval", key(timer.intervalMeans()));
  }

  /**
   * Reads a kit of {@code body}, {@code lens}, {@code timer}, {@code cardBytes}, {@code batteries}.
   */
  public static Kit kit(JsonNode json) {
    return new Kit(
        camera(object(json, "body")),
        lens(object(json, "lens")),
        timer(json.path("timer")),
        new ByteSize(json.path("cardBytes").asLong(Kit.USUAL_CARD.bytes())),
        json.path("batteries").asInt(1));
  }

  public static void write(Kit kit, ObjectNode json) {
    write(kit.camera(), json.putObject("body"));
    write(kit.lens(), json.putObject("lens"));
    write(kit.timer(), json.putObject("timer"));
    json.put("cardBytes", kit.card().bytes()).put("batteries", kit.batteries());
  }
}
