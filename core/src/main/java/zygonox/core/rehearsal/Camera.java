package zygonox.core.rehearsal;

import java.nio.file.Path;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.work.Cancellation;

/** A camera that takes the shots of a program. Implementations may be used by several threads. */
public interface Camera {
  /**
   * Takes one frame.
   *
   * @param program whose settings to use
   * @param shot which of its shots
   * @param target where the frame is to appear, whole or not at all; its name chooses the format
   * @throws zygonox.core.work.WorkFailed when the frame cannot be stored
   * @throws zygonox.core.work.Cancelled when the work was ended
   */
  void shoot(Program program, Shot shot, Path target, Cancellation cancellation);
}
