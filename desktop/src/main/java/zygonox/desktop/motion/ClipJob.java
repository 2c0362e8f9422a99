package zygonox.desktop.motion;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.frame.FrameSet;
import zygonox.core.motion.ClipMaker;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.motion.ClipResult;
import zygonox.core.motion.Codec;
import zygonox.core.motion.StillFormat;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/**
 * A clip that is about to be made.
 *
 * @param recipe how; what cannot be in a file of the target's name follows that
 * @param frames of what
 * @param target the file, or the folder
 * @param withLast whether its last picture becomes a still beside it
 */
record ClipJob(ClipRecipe recipe, FrameSet frames, Path target, boolean withLast) {
  ClipResult run(WholeFile.IfPresent present, Progress progress, Cancellation cancellation)
      throws IOException {
    Files.createDirectories(target.toAbsolutePath().getParent());
    ClipRecipe whole = recipe.codec().fits(target) ? recipe : recipe.withCodec(Codec.usual(target));
    Workroom room = new Workroom(Workroom.usualMemory(), Optional.empty(), progress, cancellation);
    return new ClipMaker(whole, StillFormat.JPEG).make(frames, target, still(), present, room);
  }

  /** Beside the clip, with its name. */
  private Optional<Path> still() {
    String stem = target.getFileName().toString().replaceFirst("\\.[^.]*$", "");
    return withLast
        ? Optional.of(target.resolveSibling(stem + Words.say("motion.last-ending")))
        : Optional.empty();
  }
}
