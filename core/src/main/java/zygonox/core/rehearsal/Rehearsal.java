package zygonox.core.rehearsal;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.function.Function;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.program.Take;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.AlreadyThere;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/** Runs programs on a camera without waiting: as many frames at once as there are cores. */
public final class Rehearsal {
  private final Camera camera;
  private final FileType fileType;

  /** What frames are stored as. */
  public enum FileType {
    TIFF("tif"),
    JPEG("jpg"),
    /** Raw, as from a sensor. */
    DNG("dng");

    private final String extension;

    FileType(String extension) {
      this.extension = extension;
    }

    public static FileType named(String name) {
      return switch (name.toLowerCase(Locale.ROOT)) {
        case "tiff", "tif" -> TIFF;
        case "jpeg", "jpg" -> JPEG;
        case "dng" -> DNG;
        default -> throw new InvalidInput(Phrasebook.say("refused.is-not-a-frame-format", name));
      };
    }
  }

  /**
   * A shot and where its frame goes.
   *
   * @param program the settings it is shot with
   * @param shot the shot
   * @param file the frame's file
   */
  public record Planned(Program program, Shot shot, Path file) {}

  public Rehearsal(Camera camera, FileType fileType) {
    this.camera = camera;
    this.fileType = fileType;
  }

  /**
   * What will be shot.
   *
   * @param takes everything a program shoots, in order
   * @param most frames of each program at the most
   */
  public List<Planned> plan(
      List<Program> programs, Function<Program, List<Take>> takes, int most, Path folder) {
    InvalidInput.check("value.count-of-frames", most, 1, Integer.MAX_VALUE);
    List<Planned> planned = new ArrayList<>();
    for (int p = 0; p < programs.size(); p++) {
      Program program = programs.get(p);
      for (Take take : takes.apply(program)) {
        if (take.shot().index() < most) {
          String name =
              "%s-%04d.%s"
                  .formatted(prefix(programs, p), take.shot().index() + 1, fileType.extension);
          planned.add(new Planned(take.settings(), take.shot(), folder.resolve(name)));
        }
      }
    }
    return planned;
  }

  /** The program's name in letters that every disk takes, with its number where two are alike. */
  private static String prefix(List<Program> programs, int index) {
    String name = plain(programs.get(index).name());
    boolean twice = programs.stream().filter(p -> plain(p.name()).equals(name)).count() > 1;
    return twice ? name + "-" + (index + 1) : name;
  }

  private static String plain(String name) {
    String letters = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    String trimmed = letters.replaceAll("^-|-$", "");
    return trimmed.isEmpty() ? "frame" : trimmed;
  }

  /**
   * Shoots.
   *
   * @param onFrame hears of each frame when its file is there; called from the camera's threads
   * @throws WorkFailed when frames cannot be stored
   */
  public void run(
      List<Planned> planned,
      Consumer<Planned> onFrame,
      Progress progress,
      Cancellation cancellation) {
    AtomicInteger done = new AtomicInteger();
    try (Workers workers = Workers.perCore()) {
      workers.forEach(
          planned.size(),
          (i, worker) -> {
            Planned next = planned.get(i);
            cancellation.check();
            camera.shoot(next.program(), next.shot(), next.file(), cancellation);
            onFrame.accept(next);
            progress.step(done.incrementAndGet(), planned.size());
          });
    }
  }

  /**
   * Refuses a folder that already holds frames under the planned names, so that nothing is lost.
   */
  public static void checkFree(List<Planned> planned, boolean overwrite) {
    for (Planned next : planned) {
      if (!overwrite && Files.exists(next.file())) {
        throw new AlreadyThere(
            next.file(),
            Phrasebook.say("refused.is-already-there-choose-another-name", next.file()));
      }
    }
  }
}
