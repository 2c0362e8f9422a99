package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.site.Zones;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Refraction;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Skyline;
import zygonox.core.words.Words;

/** Asks the sky. */
@Command(
    name = "sky",
    mixinStandardHelpOptions = true,
    subcommands = {
      SkyCommand.PositionCommand.class,
      SkyCommand.NightCommand.class,
      SkyYearCommand.class
    })
final class SkyCommand implements Runnable {
  @Spec private CommandSpec spec;

  @Override
  public void run() {
    throw new CommandLine.ParameterException(
        spec.commandLine(), Words.say("shell.say-what-is-asked-for"));
  }

  /** The options that name a place. */
  static final class PlaceOptions {
    @Option(names = "--lat", required = true, paramLabel = "F")
    private double latitude;

    @Option(names = "--lon", required = true, paramLabel = "F")
    private double longitude;

    @Option(names = "--height", converter = Typed.Metres.class, paramLabel = "M")
    private double height;

    Place place() {
      return new Place(latitude, longitude, height);
    }
  }

  /** The options that name an evening and what is looked for. */
  static final class NightOptions {
    @Option(names = "--date", required = true, paramLabel = "D")
    private LocalDate date;

    @Option(names = "--zone", required = true, paramLabel = "IANA")
    private String zoneName;

    @Option(names = "--target", paramLabel = "BODY")
    private String target;

    @Option(names = "--skyline", paramLabel = "POINTS", defaultValue = "")
    private String skyline;

    LocalDate date() {
      InvalidInput.check("value.year-of-the-date", date.getYear(), 1900, 2100);
      return date;
    }

    ZoneId zone() {
      return Zones.parse(zoneName);
    }

    /** What is looked for, as it was typed. */
    Optional<String> target() {
      return Optional.ofNullable(target);
    }

    Skyline skyline() {
      return Skyline.parse(skyline);
    }
  }

  /** Where something stands. */
  @Command(name = "position", mixinStandardHelpOptions = true)
  static final class PositionCommand implements Callable<Integer> {
    @Mixin private Output output;
    @Mixin private PlaceOptions where;

    @Option(names = "--time", required = true, paramLabel = "T")
    private OffsetDateTime time;

    @Option(names = "--body", required = true, paramLabel = "BODY")
    private String body;

    @Override
    public Integer call() {
      InvalidInput.check("value.year-of-the-time", time.getYear(), 1900, 2100);
      SkyBody.Position position = SkyBody.parse(body).at(where.place(), time.toInstant());
      Direction direction = position.direction();
      double apparent = direction.altitudeDeg() + Refraction.liftDeg(direction.altitudeDeg());
      ObjectNode answer = Output.object();
      answer.put("azimuth", direction.azimuthDeg());
      answer.put("altitude", direction.altitudeDeg());
      answer.put("apparentAltitude", apparent);
      answer.put("rightAscension", position.ofDate().rightAscensionDeg());
      answer.put("declination", position.ofDate().declinationDeg());
      List<String> lines = new ArrayList<>();
      lines.add(
          Words.say(
              "shell.azimuth-altitude-degrees-as-seen",
              direction.azimuthDeg(),
              direction.altitudeDeg(),
              apparent));
      lines.add(
          Words.say(
              "shell.right-ascension-declination-degrees-of",
              position.ofDate().rightAscensionDeg(),
              position.ofDate().declinationDeg()));
      position
          .illuminatedFraction()
          .ifPresent(
              lit -> {
                answer.put("illuminatedFraction", lit);
                lines.add(Words.say("shell.of-it-is-lit", 100 * lit));
              });
      output.answer(answer, lines);
      return 0;
    }
  }

  /** What happens in a night. */
  @Command(name = "night", mixinStandardHelpOptions = true)
  static final class NightCommand implements Callable<Integer> {
    @Mixin private Output output;
    @Mixin private PlaceOptions where;

    @Mixin private NightOptions asked;

    @Override
    public Integer call() {
      ZoneId zone = asked.zone();
      Almanac almanac = new Almanac(where.place(), asked.date(), zone);
      ObjectNode answer = Output.object();
      List<String> lines = new ArrayList<>();
      ObjectNode events = answer.putObject("events");
      for (Almanac.Event event : Almanac.Event.values()) {
        String time = almanac.event(event).map(t -> text(t, zone)).orElse(null);
        events.put(camelCase(event), time);
        lines.add(
            row(
                event.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                time == null ? Words.say("shell.not-this-night") : time));
      }
      answer.putObject("moon").put("illuminatedFraction", almanac.moonIlluminatedFraction());
      lines.add(row("moon", Words.say("shell.moon-lit", 100 * almanac.moonIlluminatedFraction())));
      ArrayNode windows = answer.putArray("darkWindows");
      for (Almanac.Window window : almanac.darkWindows()) {
        windows.add(window(window, zone));
        lines.add(
            row("dark", Words.say("shell.to", text(window.from(), zone), text(window.to(), zone))));
      }
      asked
          .target()
          .map(SkyBody::parse)
          .ifPresent(body -> addTarget(answer, lines, almanac.target(body, asked.skyline()), zone));
      output.answer(answer, lines);
      return 0;
    }

    private static void addTarget(
        ObjectNode answer, List<String> lines, Almanac.Target found, ZoneId zone) {
      ObjectNode node = answer.putObject("target");
      node.put("transit", text(found.transit(), zone));
      node.put("transitAltitude", found.transitAltitudeDeg());
      node.put("rise", found.rise().map(t -> text(t, zone)).orElse(null));
      node.put("set", found.set().map(t -> text(t, zone)).orElse(null));
      node.set("bestWindow", found.bestWindow().map(w -> window(w, zone)).orElse(null));
      lines.add(
          row(
              "target",
              Words.say("shell.highest", text(found.transit(), zone), found.transitAltitudeDeg())));
      found
          .bestWindow()
          .ifPresent(
              w ->
                  lines.add(
                      row(
                          "best",
                          Words.say("shell.to", text(w.from(), zone), text(w.to(), zone)))));
    }

    private static String row(String what, String told) {
      return String.format(Locale.ROOT, "%-18s %s", what, told);
    }

    private static ObjectNode window(Almanac.Window window, ZoneId zone) {
      return Output.object()
          .put("from", text(window.from(), zone))
          .put("to", text(window.to(), zone));
    }

    static String text(Instant time, ZoneId zone) {
      // To the second: the models are not good for more.
      return Times.text(
          Instant.ofEpochSecond(Math.round(time.toEpochMilli() / 1000.0))
              .atZone(zone)
              .toOffsetDateTime());
    }

    private static String camelCase(Almanac.Event event) {
      String[] words = event.name().toLowerCase(Locale.ROOT).split("_");
      return words.length == 1
          ? words[0]
          : words[0] + Character.toUpperCase(words[1].charAt(0)) + words[1].substring(1);
    }
  }
}
