package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.OptionalInt;
import java.util.stream.Stream;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.NightRehearsal;
import zygonox.core.rehearsal.Rehearsal;
import zygonox.core.rehearsal.Tracker;
import zygonox.core.work.Cancellation;
import zygonox.core.work.LogFile;
import zygonox.core.work.Progress;
import zygonox.desktop.stage.Home;
import zygonox.desktop.start.DemoShow;

/** The demo night, copied to where it may be changed. */
final class DemoNight {
  private static final String FRAMES = "frames";

  /** Of rehearsed frames: enough to look at, and all of them are shot in half a minute. */
  private static final int WIDTH = 1620;

  private static final int HEIGHT = 1080;

  private DemoNight() {}

  private static Path original() {
    return Path.of(System.getProperty("zygonox.demo"));
  }

  /** The copy in the home folder, made at the first call: what was changed there stays. */
  static Path keeping(Home home, DemoShow show) throws IOException {
    Path copy = home.folder().resolve(show.term());
    if (!Files.exists(copy.resolve(NightFile.FILE_NAME))) {
      copy(original().resolveSibling(show.term()), copy);
    }
    return copy;
  }

  /**
   * Whether its frames are there. Those of a rehearsal that was broken off are not: the truth is
   * written when all of them are.
   */
  static boolean isShot(Path night, DemoShow show) {
    Path frames = night.resolve(FRAMES);
    return show == DemoShow.WINDMILL_NIGHT || Files.exists(frames.resolve(NightRehearsal.TRUTH));
  }

  /** Shoots its frames. */
  static Path shoot(Path night, DemoShow show, Progress progress, Cancellation cancellation) {
    Night plan = NightFile.open(night).night();
    new NightRehearsal(
            plan,
            plan.body().withPixels(WIDTH, HEIGHT),
            show.happening(),
            1,
            Tracker.USUAL,
            OptionalInt.empty(),
            Rehearsal.FileType.JPEG)
        .into(night.resolve(FRAMES), true, progress, cancellation);
    return night;
  }

  /** A fresh copy that goes when the program ends. */
  static Path passing() throws IOException {
    Path parent = Files.createTempDirectory("zygonox-demo");
    Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(parent)));
    Path copy = parent.resolve(original().getFileName());
    copy(original(), copy);
    return copy;
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else {
          Files.copy(file, target);
        }
      }
    }
  }

  private static void delete(Path folder) {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(file);
      }
    } catch (IOException e) {
      LogFile.note("left behind", e);
    }
  }
}
