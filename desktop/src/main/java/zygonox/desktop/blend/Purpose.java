package zygonox.desktop.blend;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zygonox.core.combine.BlendMethod;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Recipe;

/**
 * What a blend is for: one choice that sets the clauses of the recipe that make it so. Nothing of
 * it is kept: a recipe is for what it does.
 */
enum Purpose {
  EVERY_LIGHT(BlendMethod.LIGHTEN, Align.NONE),
  STAR_TRAILS(BlendMethod.LIGHTEN, Align.NONE, Care.LINES, Care.GAPS),
  SKY_OVER_GROUND(BlendMethod.CLIPPED_MEAN, Align.STARS, Care.GROUND),
  SKY(BlendMethod.CLIPPED_MEAN, Align.STARS),
  SMOOTH_WATER(BlendMethod.MEAN, Align.NONE),
  EMPTY_PLACE(BlendMethod.MEDIAN, Align.NONE),
  QUIET_BURST(BlendMethod.MEAN, Align.SCENE),
  FINER_BURST(BlendMethod.MEAN, Align.SCENE, 2),
  /** Whatever the others do not tell. */
  OWN(null, null);

  /** What tells one purpose from another, in order; the rest may be set either way. */
  private static final List<Care> TELLING = List.of(Care.LINES, Care.GAPS, Care.GROUND, Care.RED);

  /** What any sky is better with, where the frames have it. */
  private static final List<Care> OF_A_SKY =
      List.of(Care.DARKS, Care.FLATS, Care.HOT_PIXELS, Care.GROUND_FRAMES);

  private final BlendMethod method;
  private final Align align;
  private final int scale;
  private final List<Care> cares;

  Purpose(BlendMethod method, Align align, Care... cares) {
    this(method, align, 1, cares);
  }

  Purpose(BlendMethod method, Align align, int scale, Care... cares) {
    this.method = method;
    this.align = align;
    this.scale = scale;
    this.cares = List.of(cares);
  }

  /** What a recipe is for. */
  static Purpose of(Recipe recipe) {
    return Arrays.stream(values()).filter(p -> p.isMetBy(recipe)).findFirst().orElse(OWN);
  }

  /** Those that can be chosen, and the one that is. */
  static List<Purpose> choices(Purpose now) {
    return Stream.of(values()).filter(p -> p != OWN || now == OWN).toList();
  }

  private boolean isMetBy(Recipe recipe) {
    return recipe.method() == method
        && recipe.align() == align
        && recipe.scale() == scale
        && TELLING.stream().filter(c -> c.isOn(recipe)).toList().equals(cares);
  }

  /**
   * A recipe made to serve it: method, alignment and what belongs to them; how the frames are
   * chosen, calibrated and developed stays.
   */
  Recipe serve(Recipe now, FrameSet set) {
    if (this == OWN) {
      return now;
    }
    Recipe served = now.withMethod(method).withAlign(align, Optional.empty()).withScale(scale);
    for (Care care : TELLING) {
      served = care.with(served, cares.contains(care), set);
    }
    for (Care care : OF_A_SKY) {
      if (align == Align.STARS && care.isPossible(served, set)) {
        served = care.with(served, true, set);
      }
    }
    return served;
  }
}
