package zygonox.desktop.start;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zygonox.core.format.QuickLook;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.NightFolder;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.raster.Raster;
import zygonox.core.site.Site;
import zygonox.core.words.Words;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.stage.Home;

/** Where work begins: the nights there are, and a new one. */
public final class StartModel {
  private static final int PICTURE_SIDE = 96;

  private final RecentNights recent;
  private final Home home;
  private final Clock clock;

  /**
   * @param clock tells which evening tonight is
   */
  public StartModel(RecentNights recent, Home home, Clock clock) {
    this.recent = recent;
    this.home = home;
    this.clock = clock;
  }

  /**
   * A night that was open.
   *
   * @param folder where it is, or was
   * @param name what it is called
   * @param about its date and place, or why it cannot be opened
   * @param isThere whether it can be opened
   */
  public record Recent(Path folder, String name, String about, boolean isThere) {}

  /** The nights that were open, the last one first. */
  public List<Recent> nights() {
    return recent.folders().stream().map(StartModel::look).toList();
  }

  private static Recent look(Path folder) {
    String name = folder.getFileName().toString();
    if (!Files.exists(folder)) {
      return new Recent(folder, name, Words.say("start.gone"), false);
    }
    try {
      Night night = NightFile.open(folder).night();
      String about = Moments.date(night.date()) + ", " + night.site().name();
      return new Recent(folder, night.name(), about, true);
    } catch (InvalidInput | WorkFailed e) {
      return new Recent(folder, name, Words.say("start.unreadable"), false);
    }
  }

  /** A small picture of a night: one of its frames; empty where there is none. Takes a moment. */
  public static Optional<Raster> picture(Path folder) {
    Path frames = folder.resolve("frames");
    if (!Files.isDirectory(frames)) {
      return Optional.empty();
    }
    try (Stream<Path> files = Files.list(frames)) {
      List<Path> sorted = files.filter(Files::isRegularFile).sorted().toList();
      for (Path file : sorted.subList(sorted.size() / 2, sorted.size())) {
        Optional<Raster> small = small(file);
        if (small.isPresent()) {
          return small;
        }
      }
    } catch (IOException e) {
      // A folder that cannot be listed has no picture; opening the night says why.
      return Optional.empty();
    }
    return Optional.empty();
  }

  private static Optional<Raster> small(Path file) {
    try {
      Frame frame = Frame.look(file);
      return Optional.of(frame.info().colours().shown(QuickLook.of(frame, PICTURE_SIDE)));
    } catch (UnreadableFrame e) {
      return Optional.empty();
    }
  }

  /** Takes a night off the list. */
  public void forget(Path folder) {
    recent.forget(folder);
  }

  /** A plan for tonight, at the place of the night that was open last. */
  public Night tonight() {
    Optional<Site> last =
        nights().stream()
            .filter(Recent::isThere)
            .findFirst()
            .map(r -> NightFile.open(r.folder()).night().site());
    Site site = last.orElseGet(Night::anySite);
    return Night.toBegin(LocalDate.now(clock.withZone(site.zone())), site);
  }

  /** The folder a plan is kept in. */
  public Path folder(Night plan) {
    return NightFolder.free(home.folder(), plan);
  }
}
