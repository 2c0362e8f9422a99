package zygonox.core.night;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.rehearsal.Happenings;
import zygonox.core.rehearsal.Rehearsal;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.rehearsal.Tracker;
import zygonox.core.rehearsal.Truth;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;

/**
 * A whole night's programs shot by the simulated camera, with the truth beside the frames.
 *
 * @param plan the night
 * @param body the camera, perhaps with fewer pixels than the night's own
 * @param happening what goes wrong or by in each program
 * @param seed chooses noise and hot pixels
 * @param tracker how well a mount follows
 * @param most frames of each program at the most; empty: all
 * @param type of the frames' files
 */
public record NightRehearsal(
    Night plan,
    Body body,
    Set<HappeningKind> happening,
    long seed,
    Tracker tracker,
    OptionalInt most,
    Rehearsal.FileType type) {
  /** Where the truth is told, beside the frames. */
  public static final String TRUTH = "truth.json";

  /**
   * Shoots.
   *
   * @param out the folder, made where it is not there
   * @param overwrite whether frames that are there are replaced
   * @return the frames' files
   * @throws zygonox.core.quantity.InvalidInput when frames are there already and must stay
   * @throws WorkFailed when a file cannot be written
   */
  public List<Path> into(
      Path out, boolean overwrite, Progress progress, Cancellation cancellation) {
    Happenings happenings = happenings();
    SimulatedCamera camera =
        new SimulatedCamera(
            body,
            plan.lens(),
            plan.site(),
            Scene.of(plan.site()),
            seed,
            happenings,
            plan.assumptions().celsius(),
            tracker);
    Rehearsal rehearsal = new Rehearsal(camera, type);
    List<Rehearsal.Planned> planned =
        rehearsal.plan(
            plan.programs(),
            p -> happenings.comeAbout(p, Take.of(p, plan.conditions(p))),
            most.orElse(Integer.MAX_VALUE),
            out);
    Rehearsal.checkFree(planned, overwrite);
    try {
      Files.createDirectories(out);
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("shell.the-folder-cannot-be-made", out), e);
    }
    rehearsal.run(planned, frame -> {}, progress, cancellation);
    Truth.write(camera, seed, planned, out.resolve(TRUTH));
    return planned.stream().map(Rehearsal.Planned::file).toList();
  }

  /** In each program as far as it is shot. */
  private Happenings happenings() {
    List<Program> shot =
        plan.programs().stream()
            .map(
                p ->
                    most.isEmpty() || most.getAsInt() >= p.interval().count()
                        ? p
                        : p.withInterval(p.interval().withCount(most.getAsInt())))
            .toList();
    return Happenings.of(happening, shot, body, seed);
  }
}
