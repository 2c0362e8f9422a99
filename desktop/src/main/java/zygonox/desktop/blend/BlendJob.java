package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.FrameDropped;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Blender;
import zygonox.core.recipe.Destination;
import zygonox.core.recipe.Recipe;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/**
 * A blend that is about to run, cut off from the window.
 *
 * @param recipe how
 * @param frames of what
 * @param target the file that is made
 * @param scratch where files go that are needed while it works; empty: beside the target
 * @param title the recipe as a sentence
 */
public record BlendJob(
    Recipe recipe, FrameSet frames, Path target, Optional<Path> scratch, String title) {
  public BlendResult run(BlendWatcher watcher, Cancellation cancellation) {
    Workroom room = new Workroom(Workroom.usualMemory(), scratch, Progress.NONE, cancellation);
    Optional<Path> rejected =
        recipe.method() == BlendMethod.CLIPPED_MEAN
            ? Optional.of(Variant.rejected(target))
            : Optional.empty();
    Destination to =
        new Destination(target, WholeFile.IfPresent.REPLACE, Optional.empty(), rejected);
    return new Blender(recipe).blend(frames, to, watcher, room);
  }

  /**
   * A frame to hold the result against: the reference, or the middle one of those that took part.
   */
  public Frame single(BlendResult done) {
    Set<Path> left = done.dropped().stream().map(FrameDropped::file).collect(Collectors.toSet());
    List<Frame> used = frames.frames().stream().filter(f -> !left.contains(f.file())).toList();
    return used.stream()
        .filter(f -> done.reference().filter(f.file()::equals).isPresent())
        .findFirst()
        .orElse(used.get(used.size() / 2));
  }

  public int width() {
    return frames.frames().get(0).layout().width();
  }
}
