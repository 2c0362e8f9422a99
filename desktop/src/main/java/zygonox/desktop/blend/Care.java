package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.align.Kernel;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RedLight;
import zygonox.core.recipe.SkyAndGround;

/** What can be done to all frames beyond aligning and blending: each on or off. */
enum Care {
  /** Takes off the darks that lie among the frames. */
  DARKS {
    @Override
    boolean isOn(Recipe recipe) {
      return !recipe.calibration().darks().isEmpty();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return !of(set, FrameKind.DARK).isEmpty();
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      Calibration now = recipe.calibration();
      return recipe.withCalibration(
          new Calibration(on ? of(set, FrameKind.DARK) : List.of(), now.flats(), now.hotPixels()));
    }
  },
  /** Evens out the lens by the flats that lie among the frames. */
  FLATS {
    @Override
    boolean isOn(Recipe recipe) {
      return !recipe.calibration().flats().isEmpty();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return !of(set, FrameKind.FLAT).isEmpty();
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      Calibration now = recipe.calibration();
      return recipe.withCalibration(
          new Calibration(now.darks(), on ? of(set, FrameKind.FLAT) : List.of(), now.hotPixels()));
    }
  },
  HOT_PIXELS {
    @Override
    boolean isOn(Recipe recipe) {
      return !recipe.calibration().hotPixels().equals(HotPixelRepair.NONE);
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      Calibration now = recipe.calibration();
      return recipe.withCalibration(
          new Calibration(
              now.darks(), now.flats(), on ? HotPixelRepair.AUTO : HotPixelRepair.NONE));
    }
  },
  MATCH_LIGHT {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.matchLight();
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      return recipe.withMatchLight(on);
    }
  },
  LANCZOS {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.kernel() == Kernel.LANCZOS;
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return recipe.align() != Align.NONE && recipe.scale() == 1;
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      return recipe.withKernel(on ? Kernel.LANCZOS : Kernel.CUBIC);
    }
  },
  LINES {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.mending().removesStreaks();
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      return recipe.withMending(recipe.mending().withStreaks(on));
    }
  },
  GAPS {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.mending().bridgesGaps();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return recipe.method() == BlendMethod.LIGHTEN && recipe.align() == Align.NONE;
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      return recipe.withMending(recipe.mending().withGaps(on));
    }
  },
  /** Comes with a recipe that was read; here it can be given up. */
  MONO {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.mono();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return false;
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      return recipe.withMono(on);
    }
  },
  /** The same. */
  MASKS {
    @Override
    boolean isOn(Recipe recipe) {
      return !recipe.masks().isEmpty();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return false;
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      return on ? recipe : recipe.withMasks(Map.of());
    }
  },
  /** Lays the light of another run of the sky, behind a narrow-band filter, onto this one's red. */
  RED {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.red().isPresent();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return recipe.align() == Align.STARS
          && recipe.scale() == 1
          && !recipe.mono()
          && recipe.crop().equals(Crop.NONE)
          && !otherSky(recipe, set).isEmpty();
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      List<Path> frames = otherSky(recipe, set);
      return recipe.withRed(
          on && !frames.isEmpty() ? Optional.of(new RedLight(frames, 1)) : Optional.empty());
    }
  },
  /** Aligns and stacks the sky, and keeps the ground from its own unmoved stack. */
  GROUND {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.ground().isPresent();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return recipe.align() == Align.STARS;
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      SkyAndGround held =
          new SkyAndGround(
              Optional.empty(), List.of(), Optional.empty(), false, OptionalDouble.empty());
      Recipe whole = on ? recipe.withCrop(Crop.NONE) : recipe;
      return whole.withGround(on ? Optional.of(held) : Optional.empty());
    }
  },
  /** Takes the ground from the longer frames that lie beside those of the sky. */
  GROUND_FRAMES {
    @Override
    boolean isOn(Recipe recipe) {
      return recipe.ground().filter(g -> !g.frames().isEmpty()).isPresent();
    }

    @Override
    boolean isPossible(Recipe recipe, FrameSet set) {
      return recipe.ground().isPresent() && !of(set, FrameKind.FOREGROUND).isEmpty();
    }

    @Override
    Recipe with(Recipe recipe, boolean on, FrameSet set) {
      List<Path> frames = on ? of(set, FrameKind.FOREGROUND) : List.of();
      return recipe.withGround(
          recipe
              .ground()
              .map(
                  g ->
                      new SkyAndGround(
                          g.mask(), frames, g.method(), g.asIs() && on, g.edgePixels())));
    }
  };

  abstract boolean isOn(Recipe recipe);

  /** Whether it is offered where it is not on. */
  boolean isPossible(Recipe recipe, FrameSet set) {
    return true;
  }

  abstract Recipe with(Recipe recipe, boolean on, FrameSet set);

  /** The largest run of the sky beside the one in work; none where there is no other. */
  private static List<Path> otherSky(Recipe recipe, FrameSet set) {
    List<FrameRun> skies =
        set.runs().stream()
            .filter(r -> r.kind() == FrameKind.SKY)
            .sorted(Comparator.comparingInt((FrameRun r) -> r.frames().size()).reversed())
            .toList();
    if (skies.isEmpty()) {
      return List.of();
    }
    int own = recipe.selection().run().orElse(skies.get(0).number());
    return skies.stream()
        .filter(r -> r.number() != own)
        .findFirst()
        .map(r -> r.frames().stream().map(Frame::file).toList())
        .orElse(List.of());
  }

  private static List<Path> of(FrameSet set, FrameKind kind) {
    return set.runs().stream()
        .filter(r -> r.kind() == kind)
        .flatMap(r -> r.frames().stream())
        .map(Frame::file)
        .toList();
  }
}
