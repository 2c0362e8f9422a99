package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.ByteSize;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/** Recipes and rooms for tests. */
public final class TestRecipes {
  private TestRecipes() {}

  public static Recipe usual(BlendMethod method) {
    return Recipe.of(Selection.of(List.of()), method);
  }

  /** Stored values averaged as they stand, where the method averages. */
  static Recipe encoded(BlendMethod method) {
    boolean extreme =
        method == BlendMethod.LIGHTEN
            || method == BlendMethod.DARKEN
            || method == BlendMethod.MEDIAN;
    return extreme ? usual(method) : usual(method).withAverageIn(AverageIn.ENCODED);
  }

  static Workroom room(String memory) {
    return Workroom.unwatched(ByteSize.parse(memory));
  }

  public static BlendResult blend(Recipe recipe, Path frames, Path out) {
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    return blend(recipe, set, out);
  }

  public static BlendResult blend(Recipe recipe, FrameSet set, Path out) {
    return blend(recipe, set, out, Workroom.unwatched(Workroom.usualMemory()));
  }

  static BlendResult blend(Recipe recipe, FrameSet set, Path out, Workroom room) {
    return new Blender(recipe)
        .blend(set, new Destination(out, WholeFile.IfPresent.REPLACE), BlendWatcher.NONE, room);
  }
}
