package zygonox.core.rehearsal;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import zygonox.core.develop.FrameMask;
import zygonox.core.optics.Body;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.DiskFault;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/**
 * Pictures of where the sky is in rehearsed frames, white, in a folder of their own so that they
 * are not taken for frames. One serves all frames that look the same way.
 */
final class SkyMasks {
  private static final String FOLDER = "truth";

  /** What one picture serves. */
  private record View(String program, Direction facing) {}

  private final SimulatedCamera camera;
  private final Path beside;
  private final Map<View, String> made = new ConcurrentHashMap<>();

  /**
   * @param beside where the frames are
   */
  SkyMasks(SimulatedCamera camera, Path beside) {
    this.camera = camera;
    this.beside = beside;
  }

  /**
   * @return the mask's file, told from the frames' folder; null where the ground smears
   */
  String of(Rehearsal.Planned next) {
    Program seen = camera.seen(next.program(), next.shot());
    if (seen.job() == Job.TRACKED || seen.job().calibrates()) {
      return null;
    }
    return made.computeIfAbsent(new View(seen.name(), seen.facing()), view -> write(seen, next));
  }

  private String write(Program seen, Rehearsal.Planned next) {
    Body held = camera.held(seen);
    Scene.Ground ground = camera.ground(seen, Exposure.of(next.shot()));
    BitSet white = new BitSet();
    for (int i = 0; i < held.pixelsWide() * held.pixelsHigh(); i++) {
      white.set(i, ground.cover(i) < 0.5f);
    }
    String name = named("sky", next.file(), ".png");
    makeFolder(beside);
    new FrameMask(held.pixelsWide(), held.pixelsHigh(), white)
        .write(beside.resolve(name), WholeFile.IfPresent.REPLACE);
    return name;
  }

  /** The name of something that is true of a frame, told from the frames' folder. */
  static String named(String what, Path frame, String ending) {
    String stem = frame.getFileName().toString().replaceFirst("\\.[^.]*$", "");
    return FOLDER + "/" + what + "-" + stem + ending;
  }

  /** Makes the folder for it. */
  static void makeFolder(Path beside) {
    try {
      Files.createDirectories(beside.resolve(FOLDER));
    } catch (IOException e) {
      throw new WorkFailed(
          Phrasebook.say("refused.could-not-be-written-nothing", FOLDER, DiskFault.reason(e)), e);
    }
  }
}
