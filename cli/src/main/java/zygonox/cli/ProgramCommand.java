package zygonox.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.gear.GearJson;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.Conditions;
import zygonox.core.program.Interval;
import zygonox.core.program.ProgramCheck;
import zygonox.core.program.ProgramFinding;
import zygonox.core.program.SkyCheck;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.quantity.Seconds;
import zygonox.core.site.ZoneMap;
import zygonox.core.site.Zones;
import zygonox.core.words.Words;

/** Reckons an interval program. */
@Command(name = "program", mixinStandardHelpOptions = true)
final class ProgramCommand implements Callable<Integer> {
  /** A sensor to reckon with when no camera is named: 36 x 24 mm, 24 megapixels. */
  private static final Body USUAL_BODY = new Body("a camera of 24 MP", 36, 24, 6000, 4000);

  private static final Lens USUAL_LENS = new Lens("a lens of 24 mm", 24, 1.8);

  /** Share of it lit up to which the moon does not matter [common practice]. */
  private static final double MOON_LIMIT = 0.15;

  @Mixin private Output output;

  @Option(names = "--exposure", converter = Typed.Duration.class, required = true, paramLabel = "S")
  private double exposure;

  @ArgGroup(multiplicity = "1")
  private Between between;

  static final class Between {
    @Option(names = "--gap", converter = Typed.Duration.class, required = true, paramLabel = "S")
    private Double gap;

    @Option(names = "--period", converter = Typed.Duration.class, required = true, paramLabel = "S")
    private Double period;
  }

  @ArgGroup(multiplicity = "1")
  private Length length;

  static final class Length {
    @Option(names = "--count", required = true, paramLabel = "N")
    private Integer count;

    @Option(
        names = "--duration",
        converter = Typed.Duration.class,
        required = true,
        paramLabel = "S")
    private Double duration;
  }

  @Option(names = "--delay", converter = Typed.Duration.class, paramLabel = "S")
  private double delay;

  @Option(names = "--start", paramLabel = "T")
  private OffsetDateTime start;

  @Option(names = "--lat", paramLabel = "F")
  private Double latitude;

  @Option(names = "--lon", paramLabel = "F")
  private Double longitude;

  @Option(names = "--zone", paramLabel = "IANA")
  private String zoneName;

  @Option(names = "--camera", paramLabel = "FILE")
  private Path camera;

  @Option(
      names = "--temperature",
      converter = Typed.Celsius.class,
      paramLabel = "C",
      defaultValue = "20")
  private double celsius;

  @Option(names = "--fps", paramLabel = "N", defaultValue = "30")
  private double fps;

  @Override
  public Integer call() {
    InvalidInput.check("fps", "value.frames-a-second", fps, 0.1, 1000);
    Interval interval = interval();
    Kit kit = camera == null ? Kit.usual(USUAL_BODY, USUAL_LENS) : kit(camera);
    if ((latitude == null) != (longitude == null)) {
      throw new InvalidInput(Words.say("shell.lat-and-lon-belong-together"));
    }
    Optional<Place> place = Optional.ofNullable(latitude).map(lat -> new Place(lat, longitude, 0));
    ZoneId zone = zone(place);
    List<ProgramFinding> findings = new ArrayList<>(ProgramCheck.ofKit(interval, kit, false));
    findings.addAll(
        ProgramCheck.ofSupplies(
            kit, new Conditions.Used(interval.count(), batteries(interval, kit)), celsius));
    if (start != null && place.isPresent()) {
      Instant first = start.toInstant().plus(Interval.duration(delay));
      SkyCheck sky = new SkyCheck(first, end(interval), place.get(), zone);
      findings.addAll(sky.light());
      findings.addAll(sky.moon(MOON_LIMIT));
    }
    findings.sort(Comparator.comparing(ProgramFinding::code));
    output.answer(json(interval, kit, zone, findings), lines(interval, kit, zone, findings));
    return 0;
  }

  private ZoneId zone(Optional<Place> place) {
    if (zoneName != null) {
      return Zones.parse(zoneName);
    }
    return place
        .map(ZoneMap::at)
        .orElseGet(() -> start == null ? ZoneOffset.UTC : start.getOffset());
  }

  private Instant end(Interval interval) {
    return start.toInstant().plus(Interval.duration(interval.totalSeconds()));
  }

  /** By the clock that then holds: clocks may be changed meanwhile. */
  private static String text(Instant time, ZoneId zone) {
    return Times.text(time.atZone(zone).toOffsetDateTime());
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
      throw new InvalidInput(Words.say("shell.camera-cannot-be-read-it", file), e);
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
        .withTimer(GearJson.timer(json.has("timer") ? json.path("timer") : timerOf(json)))
        .withCard(new ByteSize(json.path("cardBytes").asLong(usual.card().bytes())))
        .withBatteries(json.path("batteries").asInt(usual.batteries()));
  }

  /** The timer's keys beside the body's, whose name is another's. */
  private static JsonNode timerOf(JsonNode json) {
    return json.isObject() ? ((ObjectNode) json).deepCopy().without("name") : json;
  }

  private static ByteSize storage(Interval interval, Kit kit) {
    return new ByteSize(interval.count() * kit.camera().rawBytes());
  }

  private double batteries(Interval interval, Kit kit) {
    return kit.camera()
        .battery()
        .needed(interval.count(), interval.count() * interval.exposureSeconds(), celsius);
  }

  private ObjectNode json(Interval interval, Kit kit, ZoneId zone, List<ProgramFinding> findings) {
    ObjectNode answer = Output.object();
    answer.put("shots", interval.count());
    answer.put("totalSeconds", interval.totalSeconds());
    answer.put("gapSeconds", interval.gapSeconds());
    answer.put("periodSeconds", interval.periodSeconds());
    answer.put("start", start == null ? null : text(start.toInstant(), zone));
    answer.put("end", start == null ? null : text(end(interval), zone));
    answer.put("openFraction", interval.openFraction());
    answer.put("trailDegrees", interval.trailDegrees());
    answer.put("clipSeconds", interval.count() / fps);
    answer.put("storageBytes", storage(interval, kit).bytes());
    answer.put("batteryShare", batteries(interval, kit));
    ArrayNode warnings = answer.putArray("warnings");
    for (ProgramFinding finding : findings) {
      warnings.addObject().put("code", finding.code().term()).put("text", Words.finding(finding));
    }
    return answer;
  }

  private List<String> lines(
      Interval interval, Kit kit, ZoneId zone, List<ProgramFinding> findings) {
    List<String> lines = new ArrayList<>();
    lines.add(
        Words.say(
            "shell.frames-of-closed-between-from",
            interval.count(),
            Seconds.text(interval.exposureSeconds()),
            Seconds.text(interval.gapSeconds()),
            Seconds.text(interval.periodSeconds())));
    if (start != null) {
      lines.add(
          Words.say("shell.from-to", text(start.toInstant(), zone), text(end(interval), zone)));
    }
    lines.add(
        Words.say(
            "shell.takes-shutter-open-of-it",
            Seconds.about(interval.totalSeconds()),
            100 * interval.openFraction(),
            interval.trailDegrees()));
    lines.add(
        Words.say(
            "shell.on-the-card-of-a",
            storage(interval, kit),
            100 * batteries(interval, kit),
            Seconds.about(interval.count() / fps),
            Words.number(fps)));
    findings.forEach(
        f -> lines.add(Words.say("weight." + f.code().weight()) + ": " + Words.finding(f)));
    return lines;
  }
}
