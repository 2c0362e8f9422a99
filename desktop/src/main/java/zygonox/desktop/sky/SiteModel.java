package zygonox.desktop.sky;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Coordinates;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Place;
import zygonox.core.site.Gazetteer;
import zygonox.core.site.Site;
import zygonox.core.site.SiteFile;
import zygonox.core.site.Surroundings;
import zygonox.core.site.Zones;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile.IfPresent;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.OpenNight;

/** The night's site, and the sites that are kept. */
public final class SiteModel {
  private static final double METRES_STEP = 10;

  /** A skyline of so few points is told in full. */
  private static final int SHORT_SKYLINE = 4;

  private static final double MAGNITUDE_STEP = 0.1;

  private final OpenNight open;
  private final Home home;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<Sentence> notes =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Site>> kept = new ReadOnlyObjectWrapper<>(List.of());

  public SiteModel(OpenNight open, Home home) {
    this.open = open;
    this.home = home;
    open.nightProperty().subscribe(n -> refresh());
  }

  /** Where it is, how dark and how hidden. */
  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** What a person has written down about it. */
  public ReadOnlyObjectProperty<Sentence> notesProperty() {
    return notes.getReadOnlyProperty();
  }

  /** The sites that are kept. */
  public ReadOnlyObjectProperty<List<Site>> keptProperty() {
    return kept.getReadOnlyProperty();
  }

  /**
   * Reads the kept sites anew.
   *
   * @throws zygonox.core.quantity.InvalidInput when their file is damaged
   */
  public void load() {
    Path file = home.sites();
    kept.set(Files.exists(file) ? SiteFile.read(file) : List.of());
  }

  /** Keeps the night's site; one of the same name is replaced. */
  public void keep() {
    keepAll(List.of(open.night().site()));
  }

  private void keepAll(List<Site> more) {
    List<Site> all = new ArrayList<>(kept.get());
    List<String> names = more.stream().map(Site::name).toList();
    all.removeIf(s -> names.contains(s.name()));
    all.addAll(more);
    write(all);
  }

  /** Forgets a kept site; the night's own stays as it is. */
  public void forget(Site site) {
    List<Site> all = new ArrayList<>(kept.get());
    all.remove(site);
    write(all);
  }

  private void write(List<Site> all) {
    try {
      Files.createDirectories(home.folder());
    } catch (IOException e) {
      throw new WorkFailed(Words.say("refused.the-folder-cannot-be-made", home.folder()), e);
    }
    SiteFile.write(all, home.sites(), IfPresent.REPLACE);
    kept.set(List.copyOf(all));
  }

  /** Moves the night to a kept site. */
  public void go(Site site) {
    open.timeProperty().set(null);
    open.edit("site", open.night().withSite(site));
  }

  /** Keeps the sites of a file. */
  public String importFrom(Path file) {
    List<Site> read = SiteFile.read(file);
    keepAll(read);
    return count(read.size()) + Words.say("sky.kept");
  }

  /** Writes the kept sites, or the night's where none is kept. */
  public String exportTo(Path file, IfPresent present) {
    List<Site> all = kept.get().isEmpty() ? List.of(open.night().site()) : kept.get();
    SiteFile.write(all, file, present);
    return count(all.size()) + Words.say("sky.written-to") + file;
  }

  private static String count(int sites) {
    return sites == 1 ? "1 site" : sites + Words.say("sky.sites");
  }

  private void refresh() {
    if (open.night() == null) {
      return;
    }
    Site site = open.night().site();
    sentence.set(sentence(site));
    notes.set(notes(site));
  }

  private Sentence sentence(Site site) {
    Place place = site.place();
    return new Sentence.Builder()
        .set(
            Settings.words(
                "name",
                site.name(),
                Words.say("sky.a-place-without-a-name"),
                site::withName,
                changed("name")))
        .say(Words.say("sky.s-lies-at"))
        .set(
            Settings.parsed(
                "place",
                Coordinates.text(place),
                typed -> site.movedTo(Gazetteer.parse(typed, place.heightMetres())),
                this::darkness,
                changed("place"),
                steps -> site))
        .say(", ")
        .set(
            Settings.number(
                "height",
                Notation.METRES::parse,
                Words.number(place.heightMetres()) + Words.say("sky.m"),
                place.heightMetres(),
                v -> v + METRES_STEP,
                v -> v - METRES_STEP,
                v -> site.withPlace(new Place(place.latitudeDeg(), place.longitudeDeg(), v)),
                s -> Words.say("sky.height-hardly-matters-it-is"),
                changed("height")))
        .say(Words.say("sky.s-up-by-the-clock-of"))
        .set(
            Settings.parsed(
                "zone",
                site.zone().getId(),
                typed -> site.withZone(Zones.parse(typed)),
                this::darkness,
                changed("zone"),
                steps -> site))
        .say(Words.say("sky.s-its-sky-reaches"))
        .set(
            Settings.parsed(
                "brightness",
                Words.number(site.brightness().magnitude()),
                typed -> site.withBrightness(SkyBrightness.parse(typed)),
                s -> darkSky(s.brightness()),
                changed("brightness"),
                by ->
                    site.withBrightness(
                        new SkyBrightness(
                            Math.max(
                                15,
                                Math.min(
                                    22.1,
                                    Math.round(
                                            10
                                                * (site.brightness().magnitude()
                                                    + by * MAGNITUDE_STEP))
                                        / 10.0))))))
        .say(Words.say("sky.s-magnitudes-and-skyline", site.brightness().bortle()))
        .set(skyline(site))
        .say(Words.say("sky.s-along-it-stands"))
        .set(
            Settings.choice(
                "surroundings",
                site.surroundings(),
                List.of(Surroundings.values()),
                s -> Words.say("surroundings." + s),
                s -> Words.say("surroundings-mean." + s),
                s -> changed("surroundings").accept(site.withSurroundings(s))))
        .say(".")
        .end();
  }

  /** A long one is told by its size and drawn on the picture; typed over it is seen whole. */
  private Setting skyline(Site site) {
    Setting whole =
        Settings.parsed(
            "skyline",
            site.skyline().text(),
            typed -> site.withSkyline(Skyline.parse(typed)),
            s -> Words.say("site.skyline-means", s.skyline().points().size()),
            changed("skyline"),
            steps -> site);
    return site.skyline().points().size() <= SHORT_SKYLINE
        ? whole
        : new Setting(
            whole.key(),
            summary(site.skyline()),
            whole.editText(),
            whole.tryOut(),
            whole.accept(),
            whole.step());
  }

  private static String summary(Skyline skyline) {
    Direction top =
        skyline.points().stream()
            .max(Comparator.comparingDouble(Direction::altitudeDeg))
            .orElseThrow();
    return Words.say(
        "site.skyline",
        skyline.points().size(),
        top.altitudeDeg(),
        Compass.point(top.azimuthDeg()));
  }

  private Sentence notes(Site site) {
    return new Sentence.Builder()
        .say(Words.say("sky.s-notes"))
        .set(
            Settings.words(
                "notes",
                site.notes(),
                Words.say("sky.the-way-there-parking"),
                site::withNotes,
                changed("notes")))
        .say(
            site.notes().endsWith(".")
                ? Words.say("sky.mind-there")
                : Words.say("sky.mind-there-2"))
        .set(
            Settings.words(
                "cautions",
                site.cautions(),
                Words.say("sky.edges-water-traffic"),
                site::withCautions,
                changed("cautions")))
        .say(site.cautions().endsWith(".") ? "" : ".")
        .end();
  }

  private Consumer<Site> changed(String what) {
    return site -> open.edit("site-" + what, open.night().withSite(site));
  }

  private String darkness(Site site) {
    Night night = open.night();
    return Words.darkness(new Almanac(site.place(), night.date(), site.zone()), site.zone());
  }

  private static String darkSky(SkyBrightness brightness) {
    return Words.say(
        "sky.magnitudes-bortle-class-is-the", brightness.magnitude(), brightness.bortle());
  }
}
