package zygonox.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.gear.GearJson;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.Interval;
import zygonox.core.program.ProgramCheck;
import zygonox.core.program.ProgramFinding;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.words.Words;

/** Reckons an interval program. */
@Command(
    name = "program",
    description = "Reckons what an interval program takes and yields.",
    mixinStandardHelpOptions = true)
final class ProgramCommand implements Callable<Integer> {
  /** A sensor to reckon with when no camera is named: 36 x 24 mm, 24 megapixels. */
  private static final Body USUAL_BODY = new Body("a camera of 24 MP", 36, 24, 6000, 4000);

  private static final Lens USUAL_LENS = new Lens("a lens of 24 mm", 24, 1.8);

  @Mixin private Output output;

  @Option(names = "--exposure", required = true, paramLabel = "S", description = "Open, seconds.")
  private double exposure;

  @ArgGroup(multiplicity = "1")
  private Between between;

  static final class Between {
    @Option(names = "--gap", required = true, paramLabel = "S", description = "Closed, seconds.")
    private Double gap;

    @Option(
        names = "--period",
        required = true,
        paramLabel = "S",
        description = "From start to start, seconds.")
    private Double period;
  }

  @ArgGroup(multiplicity = "1")
  private Length length;

  static final class Length {
    @Option(names = "--count", required = true, paramLabel = "N", description = "Frames.")
    private Integer count;

    @Option(
        names = "--duration",
        required = true,
        paramLabel = "S",
        description = "From the first opening to the last closing, seconds.")
    private Double duration;
  }

  @Option(names = "--delay", paramLabel = "S", description = "Before the first frame, seconds.")
  private double delay;

  @Option(names = "--start", paramLabel = "T", description = "When the timer is started.")
  private OffsetDateTime start;

  @Option(names = "--lat", paramLabel = "F", description = "Latitude, degrees, north positive.")
  private Double latitude;

  @Option(names = "--lon", paramLabel = "F", description = "Longitude, degrees, east positive.")
  private Double longitude;

  @Option(names = "--camera", paramLabel = "FILE", description = "A camera, as JSON.")
  private Path camera;

  @Option(
      names = "--temperature",
      paramLabel = "C",
      defaultValue = "20",
      description = "Degrees Celsius, for the battery (default: ${DEFAULT-VALUE}).")
  private double celsius;

  @Option(
      names = "--fps",
      paramLabel = "N",
      defaultValue = "30",
      description = "Frames a second of a clip (default: ${DEFAULT-VALUE}).")
  private double fps;

  @Override
  public Integer call() {
    InvalidInput.check("--fps", fps, 0.1, 1000);
    Interval interval = interval();
    Kit kit = camera == null ? Kit.usual(USUAL_BODY, USUAL_LENS) : kit(camera);
    List<ProgramFinding> findings = new ArrayList<>(ProgramCheck.ofInterval(interval));
    findings.addAll(
        ProgramCheck.ofSupplies(
            kit, interval.count(), interval.count() * interval.exposureSeconds(), celsius));
    if ((latitude == null) != (longitude == null)) {
      throw new InvalidInput("--lat and --lon belong together; give both or neither");
    }
    if (start != null && latitude != null) {
      Place place = new Place(latitude, longitude, 0);
      findings.addAll(ProgramCheck.ofLight(interval, start.toInstant(), place, start.getOffset()));
    }
    output.answer(json(interval, kit, findings), lines(interval, kit, findings));
    return 0;
  }

  private Interval interval() {
    double gap = between.gap != null ? between.gap : Interval.gapOfPeriod(exposure, between.period);
    // Refuses an impossible exposure or gap before anything is divided by it.
    Interval one = new Interval(delay, exposure, gap, 1);
    return one.withCount(
        length.count != null ? length.count : Interval.countWithin(exposure, gap, length.duration));
  }

  private static Kit kit(Path file) {
    JsonNode json;
    try {
      json = new ObjectMapper().readTree(file.toFile());
    } catch (IOException e) {
      throw new InvalidInput(
          "--camera "
              + file
              + " cannot be read; it must be a JSON file with pixelsWide and pixelsHigh",
          e);
    }
    Body body =
        new Body(
            json.path("name").asText("camera"),
            json.path("sensorWidthMm").asDouble(USUAL_BODY.sensorWidthMm()),
            json.path("sensorHeightMm").asDouble(USUAL_BODY.sensorHeightMm()),
            json.path("pixelsWide").asInt(USUAL_BODY.pixelsWide()),
            json.path("pixelsHigh").asInt(USUAL_BODY.pixelsHigh()));
    Kit usual = Kit.usual(body, USUAL_LENS);
    return usual
        .withCamera(GearJson.camera(json, usual.camera()))
        .withCard(new ByteSize(json.path("cardBytes").asLong(usual.card().bytes())));
  }

  private static ByteSize storage(Interval interval, Kit kit) {
    return new ByteSize(interval.count() * kit.camera().rawBytes());
  }

  private double batteries(Interval interval, Kit kit) {
    return kit.camera()
        .battery()
        .needed(interval.count(), interval.count() * interval.exposureSeconds(), celsius);
  }

  private ObjectNode json(Interval interval, Kit kit, List<ProgramFinding> findings) {
    ObjectNode answer = Output.object();
    answer.put("shots", interval.count());
    answer.put("totalSeconds", interval.totalSeconds());
    answer.put("gapSeconds", interval.gapSeconds());
    answer.put("periodSeconds", interval.periodSeconds());
    answer.put("start", start == null ? null : Times.text(start));
    answer.put(
        "end",
        start == null ? null : Times.text(start.plus(Interval.duration(interval.totalSeconds()))));
    answer.put("openFraction", interval.openFraction());
    answer.put("trailDegrees", interval.trailDegrees());
    answer.put("clipSeconds", interval.count() / fps);
    answer.put("storageBytes", storage(interval, kit).bytes());
    answer.put("batteryShare", batteries(interval, kit));
    ArrayNode warnings = answer.putArray("warnings");
    for (ProgramFinding finding : findings) {
      warnings
          .addObject()
          .put("code", finding.code().name().toLowerCase().replace('_', '-'))
          .put("text", Words.finding(finding));
    }
    return answer;
  }

  private List<String> lines(Interval interval, Kit kit, List<ProgramFinding> findings) {
    List<String> lines = new ArrayList<>();
    lines.add(
        "%d frames of %s, %s closed between, %s from start to start"
            .formatted(
                interval.count(),
                Words.shutter(interval.exposureSeconds()),
                Words.duration(interval.gapSeconds()),
                Words.duration(interval.periodSeconds())));
    if (start != null) {
      lines.add(
          "from %s to %s"
              .formatted(
                  Times.text(start),
                  Times.text(start.plus(Interval.duration(interval.totalSeconds())))));
    }
    lines.add(
        "takes %s, shutter open %.0f %% of it, trails of %.1f degrees"
            .formatted(
                Words.duration(interval.totalSeconds()),
                100 * interval.openFraction(),
                interval.trailDegrees()));
    lines.add(
        "%s on the card, %.0f %% of a battery, a clip of %s at %s frames a second"
            .formatted(
                storage(interval, kit),
                100 * batteries(interval, kit),
                Words.duration(interval.count() / fps),
                Words.number(fps)));
    findings.forEach(f -> lines.add("Mind: " + Words.finding(f)));
    return lines;
  }
}
