package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zygonox.core.combine.BlendMethod;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Movement;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;

/**
 * What a blend is for: one choice that sets the clauses of the recipe that make it so. Nothing of
 * it is kept: a recipe is for what it does.
 */
enum Purpose {
  EVERY_LIGHT(Align.NONE, BlendMethod.LIGHTEN) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(recipe) && !mends(recipe);
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      Recipe served = super.serve(now, set, sky);
      return Care.GAPS.with(Care.LINES.with(served, false, set), false, set);
    }
  },
  STAR_TRAILS(Align.NONE, BlendMethod.LIGHTEN) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(recipe) && mends(recipe);
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      Recipe served = super.serve(now, set, sky);
      return Care.GAPS.with(Care.LINES.with(served, true, set), true, set);
    }
  },
  LIGHTS_UNDER_SKY(Align.NONE, BlendMethod.LIGHTEN, BlendMethod.SUM) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(Skies.from(recipe, Optional.empty())) && Skies.of(recipe).isPresent();
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      Recipe served = super.serve(now, set, sky);
      Recipe plain = Care.GAPS.with(Care.LINES.with(served, false, set), false, set);
      return Skies.from(plain, Skies.of(now).flatMap(Region::frame).or(() -> sky));
    }
  },
  SKY_OVER_GROUND(Align.STARS, BlendMethod.CLIPPED_MEAN, BlendMethod.MEAN, BlendMethod.MEDIAN) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(recipe.withGround(Optional.empty())) && Care.GROUND.isOn(recipe);
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      return ofASky(Care.GROUND.with(super.serve(now, set, sky), true, set), set);
    }
  },
  SKY(Align.STARS, BlendMethod.CLIPPED_MEAN, BlendMethod.MEAN, BlendMethod.MEDIAN) {
    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      return ofASky(super.serve(now, set, sky), set);
    }
  },
  /** A sky in colours with that of another run laid onto its red. */
  NARROW_BAND(Align.STARS, BlendMethod.CLIPPED_MEAN, BlendMethod.MEAN, BlendMethod.MEDIAN) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(recipe.withRed(Optional.empty())) && Care.RED.isOn(recipe);
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return Care.RED.isPossible(super.serve(recipe, set, Optional.empty()), set);
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      return Care.RED.with(ofASky(super.serve(now, set, sky), set), true, set);
    }
  },
  SMOOTH_WATER(Align.NONE, BlendMethod.MEAN),
  EMPTY_PLACE(Align.NONE, BlendMethod.MEDIAN),
  MOVEMENT(Align.NONE, BlendMethod.MEDIAN, BlendMethod.CLIPPED_MEAN) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(recipe.withMovement(Optional.empty())) && recipe.movement().isPresent();
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      return super.serve(now, set, sky).withMovement(Optional.of(Movement.of(1)));
    }
  },
  QUIET_BURST(Align.SCENE, BlendMethod.MEAN, BlendMethod.CLIPPED_MEAN, BlendMethod.MEDIAN),
  FINER_BURST(Align.SCENE, BlendMethod.MEAN, BlendMethod.CLIPPED_MEAN, BlendMethod.MEDIAN) {
    @Override
    boolean isMetBy(Recipe recipe) {
      return super.isMetBy(recipe.withScale(1)) && recipe.scale() > 1;
    }

    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      return super.serve(now, set, sky).withScale(2);
    }
  },
  /** Whatever the others do not tell. */
  OWN(Align.NONE) {
    @Override
    Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
      return now;
    }
  };

  private final Align align;

  /** Those that serve it, the usual one first. */
  private final List<BlendMethod> methods;

  Purpose(Align align, BlendMethod... methods) {
    this.align = align;
    this.methods = List.of(methods);
  }

  /** What a recipe is for. */
  static Purpose of(Recipe recipe) {
    return Arrays.stream(values()).filter(p -> p.isMetBy(recipe)).findFirst().orElse(OWN);
  }

  /** Those that can be chosen, and the one that is. */
  static List<Purpose> choices(Recipe recipe, FrameSet set) {
    Purpose now = of(recipe);
    return Stream.of(values())
        .filter(p -> p == now || p != OWN && p.isPossible(recipe, set))
        .toList();
  }

  /** Whether the frames have what it takes. */
  boolean isPossible(Recipe recipe, FrameSet set) {
    return true;
  }

  boolean isMetBy(Recipe recipe) {
    return methods.contains(recipe.method())
        && recipe.align() == align
        && recipe.scale() == 1
        && recipe.ground().isEmpty()
        && Skies.of(recipe).isEmpty()
        && recipe.red().isEmpty()
        && recipe.movement().isEmpty();
  }

  /**
   * A recipe made to serve it: method, alignment and what belongs to them; how the frames are
   * chosen, calibrated and developed stays.
   *
   * @param sky the frame that a still sky comes from
   */
  Recipe serve(Recipe now, FrameSet set, Optional<Path> sky) {
    return Skies.from(now, Optional.empty())
        .withMethod(methods.get(0))
        .withAlign(align, Optional.empty())
        .withScale(1)
        .withGround(Optional.empty())
        .withRed(Optional.empty())
        .withMovement(Optional.empty())
        .withMending(now.mending().withGaps(false));
  }

  /** With what any sky is better for, where the frames have it. */
  private static Recipe ofASky(Recipe recipe, FrameSet set) {
    Recipe served = recipe;
    for (Care care : List.of(Care.DARKS, Care.FLATS, Care.HOT_PIXELS, Care.GROUND_FRAMES)) {
      served = care.isPossible(served, set) ? care.with(served, true, set) : served;
    }
    return served;
  }

  private static boolean mends(Recipe recipe) {
    return Care.LINES.isOn(recipe) || Care.GAPS.isOn(recipe);
  }
}
