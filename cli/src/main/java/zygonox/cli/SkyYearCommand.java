package zygonox.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import zygonox.core.handout.NightCalendar;
import zygonox.core.site.Site;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.YearView;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile.IfPresent;

/** Ranks the nights of a year. */
@Command(name = "year", mixinStandardHelpOptions = true)
final class SkyYearCommand implements Callable<Integer> {
  private static final int TOLD = 20;

  @Mixin private Output output;
  @Mixin private SkyCommand.PlaceOptions where;
  @Mixin private SkyCommand.NightOptions asked;

  @Option(names = "--nights", paramLabel = "N", defaultValue = "365")
  private int nights;

  @Option(names = "--altitude", converter = Typed.Altitude.class, paramLabel = "DEG")
  private Double altitude;

  @Option(names = "--moon", paramLabel = "SHARE", defaultValue = "0.15")
  private double moon;

  @Option(names = "--ics", paramLabel = "FILE")
  private Path calendar;

  @Option(names = "--overwrite")
  private boolean overwrite;

  @Override
  public Integer call() {
    ZoneId zone = asked.zone();
    Optional<SkyBody> body = asked.target().map(SkyBody::parse);
    YearView.Wish wish =
        new YearView.Wish(where.place(), zone, asked.skyline(), body, least(body), moon);
    List<Prospect> all = YearView.of(wish, asked.date(), nights, new Cancellation());
    List<Prospect> ranked = YearView.ranked(all);
    ObjectNode answer = Output.object();
    ArrayNode list = answer.putArray("nights");
    ranked.forEach(n -> add(list.addObject(), n, zone));
    ArrayNode season = answer.putArray("hoursByMonth");
    for (double hours : YearView.season(all)) {
      season.add(hours);
    }
    List<String> lines = lines(ranked, zone);
    if (calendar != null) {
      NightCalendar.write(
          asked.target().orElse(Words.say("shell.dark-sky")),
          Site.of(Words.say("shell.the-site"), where.place(), zone),
          ranked,
          calendar,
          overwrite ? IfPresent.REPLACE : IfPresent.REFUSE);
      lines.add(Words.say("shell.nights-are-in", ranked.size(), calendar));
    }
    output.answer(answer, lines);
    return 0;
  }

  private double least(Optional<SkyBody> body) {
    if (altitude != null) {
      return altitude;
    }
    Instant midnight = asked.date().plusDays(1).atStartOfDay(asked.zone()).toInstant();
    return body.map(b -> Almanac.wellUpDeg(b, where.place(), midnight)).orElse(0.0);
  }

  private static void add(ObjectNode node, Prospect night, ZoneId zone) {
    node.put("date", night.date().toString());
    node.put("darkHours", night.darkHours());
    node.put("highestAltitude", night.highestDeg());
    node.put("moonFraction", night.moonLit());
    night
        .longest()
        .ifPresent(
            w -> {
              node.put("from", SkyCommand.NightCommand.text(w.from(), zone));
              node.put("to", SkyCommand.NightCommand.text(w.to(), zone));
            });
  }

  private static List<String> lines(List<Prospect> ranked, ZoneId zone) {
    List<String> lines = new ArrayList<>();
    int told = Math.min(TOLD, ranked.size());
    if (ranked.isEmpty()) {
      return List.of(Words.say("shell.no-night-is-worth-it"));
    }
    lines.add(
        told < ranked.size()
            ? Words.say("shell.nights-are-worth-it-the", ranked.size(), told)
            : Words.say("shell.nights-are-worth-it-the-longest", ranked.size()));
    for (Prospect night : ranked.subList(0, told)) {
      lines.add(
          String.format(
              Locale.ROOT,
              "%s  %4.1f h  highest %2.0f\u00b0  moon %3.0f %%  from %s",
              night.date(),
              night.darkHours(),
              night.highestDeg(),
              100 * night.moonLit(),
              night
                  .longest()
                  .map(w -> w.from().atZone(zone).toLocalTime().withNano(0))
                  .orElse(null)));
    }
    return lines;
  }
}
