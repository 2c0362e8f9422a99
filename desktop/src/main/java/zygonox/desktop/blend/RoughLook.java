package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import zygonox.core.frame.Frame;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Recipe;

/**
 * A blend of a few frames spread over the run, at half size and without what takes long: lines,
 * gaps, ground and movement are worked out once it is known that the picture is worth it.
 */
final class RoughLook {
  /** As many show what there is to see, in seconds; our choice. */
  static final int FRAMES = 8;

  private RoughLook() {}

  /** Frames at even steps, from the first to the last. */
  static List<Frame> of(List<Frame> frames) {
    int last = frames.size() - 1;
    return IntStream.range(0, FRAMES)
        .mapToObj(i -> frames.get(Math.round((float) i * last / (FRAMES - 1))))
        .toList();
  }

  /** A recipe for those frames alone. */
  static Recipe of(Recipe recipe, List<Frame> few) {
    Set<Path> taken = few.stream().map(Frame::file).collect(Collectors.toSet());
    return recipe
        .withMending(Mending.NONE)
        .withMovement(Optional.empty())
        .withRegions(List.of())
        .withGround(Optional.empty())
        .withRed(Optional.empty())
        .withScale(Recipe.HALF)
        .withMasks(those(recipe.masks(), taken))
        .withOwnLight(those(recipe.ownLight(), taken))
        .withAlign(recipe.align(), recipe.reference().filter(taken::contains));
  }

  private static <T> Map<Path, T> those(Map<Path, T> all, Set<Path> taken) {
    Map<Path, T> some = new LinkedHashMap<>(all);
    some.keySet().retainAll(taken);
    return some;
  }
}
