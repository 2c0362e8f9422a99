package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import zygonox.core.align.Spans;
import zygonox.core.align.StarAligner;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.CoverageMap;
import zygonox.core.combine.CoverageMap.Area;
import zygonox.core.combine.LargestArea;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.Depth;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.mend.SkylineFinder;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/**
 * A sky and a ground that are blended by themselves and joined along the edge between them: the sky
 * of aligned frames, each without its ground; the ground of frames that lie as they were taken.
 */
final class JoinedBlend {
  /** The sky's frames lose so many pixels along their ground, for its edge is never quite sharp. */
  private static final int MARGIN_PIXELS = 2;

  private static final double GROUND_SHARE = 0.35;
  private static final double SKY_SHARE = 0.9;

  private final Recipe recipe;
  private final SkyAndGround ground;

  JoinedBlend(Recipe recipe) {
    this.recipe = recipe;
    this.ground = recipe.ground().orElseThrow();
  }

  BlendResult blend(FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    long start = System.nanoTime();
    to.check(recipe.method());
    try (Parts parts = Parts.of(to.picture(), room)) {
      return blend(set, to, parts, watcher, room, start);
    }
  }

  private BlendResult blend(
      FrameSet set, Destination to, Parts parts, BlendWatcher watcher, Workroom room, long start) {
    Recipe whole = recipe.withGround(Optional.empty()).withCrop(Crop.NONE).withDepth(Depth.SIXTEEN);
    Recipe still = whole.withAlign(Align.NONE, Optional.empty()).withMasks(Map.of());
    boolean sameFrames = ground.frames().isEmpty();
    if (!sameFrames) {
      still = still.withSharpest(OptionalInt.empty());
    }
    FrameSet groundSet =
        sameFrames ? set : FrameFinder.find(ground.frames(), Progress.NONE, room.cancellation());
    Recipe unmoved = by(ground.method().orElse(recipe.method()), still, recipe.method());
    BlendWatcher first = watcher.share(0, GROUND_SHARE);
    parts.once(
        "ground",
        unmoved,
        groundSet,
        () -> new Blender(unmoved).blend(groundSet, parts.to("ground"), first, room));
    Raster below = parts.read("ground");
    ToneCurve curve = parts.curve("ground");
    FrameMask mask = mask(set, below, curve, room.share(0, 0.3));

    BlendResult sky =
        new Blender(whole, Optional.of(mask.eroded(MARGIN_PIXELS)), Optional.empty())
            .blend(
                set,
                new Destination(
                    parts.file("sky"),
                    WholeFile.IfPresent.REPLACE,
                    Optional.of(parts.file("count")),
                    to.rejected().map(r -> parts.file("rejected")),
                    true),
                watcher.share(GROUND_SHARE, SKY_SHARE),
                room);
    Raster above = parts.read("sky");
    Raster count = parts.read("count");
    Area area = area(above.layout(), mask, sky);
    to.coverage().ifPresent(c -> CountPicture.write(count, area, c, to.ifPresent()));
    to.rejected()
        .ifPresent(r -> CountPicture.write(parts.read("rejected"), area, r, to.ifPresent()));
    float[] gains = {1, 1, 1};
    if (!ground.frames().isEmpty() && !ground.asIs()) {
      new Blender(by(BlendMethod.MEAN, still, recipe.method()))
          .blend(only(set, sky), parts.to("reference"), BlendWatcher.NONE, room);
      gains = gains(parts.read("reference"), below, mask, curve);
    }
    SkyJoin join = new SkyJoin(above, count, below, mask, ground.edge(), gains, curve);
    new JoinedPicture(recipe, set, sky, to)
        .write(
            new PixelLayout(
                area.width(), area.height(), above.layout().channels(), above.layout().bits()),
            () -> Phrasebook.say("made.sky-and-ground", recipe.method().term(), sky.used()),
            sink -> join.into(new CroppedSink(sink, area, above.layout().width())));
    watcher.step(1, 1);
    return sky.partOf(recipe, to.picture(), sky.frames(), (System.nanoTime() - start) / 1e9)
        .over(mask, Sharpness.ofGround(groundSet.frames().get(0), below, mask, room), area);
  }

  /**
   * What the recipe leaves of the picture. The ground is there everywhere; of the sky that counts
   * which frames cover by their edges, for near the ground it is of fewer in any case.
   */
  private Area area(PixelLayout layout, FrameMask mask, BlendResult sky) {
    if (recipe.crop().equals(Crop.NONE)) {
      return new Area(0, 0, layout.width(), layout.height());
    }
    List<Spans> frames =
        sky.alignment().stream().map(a -> new Spans(a.placement(), layout)).toList();
    int enough = CoverageMap.enough(recipe.crop().share(), frames.size());
    return recipe
        .crop()
        .checked(
            LargestArea.of(
                layout.width(),
                layout.height(),
                (y, good) -> {
                  for (int x = 0; x < good.length; x++) {
                    good[x] = !mask.at(x, y) || covering(frames, x, y) >= enough;
                  }
                }));
  }

  private static int covering(List<Spans> frames, int x, int y) {
    int count = 0;
    for (Spans frame : frames) {
      count += x >= frame.from(y) && x < frame.to(y) ? 1 : 0;
    }
    return count;
  }

  /** The same by another method, without what has a meaning for its own only. */
  static Recipe by(BlendMethod method, Recipe other, BlendMethod now) {
    return method == now
        ? other
        : other
            .withMethod(method)
            .withKappa(Recipe.USUAL_KAPPA)
            .withWeights(Weights.EVEN)
            .withTaper(Taper.NONE)
            .withMending(other.mending().withGaps(false));
  }

  /** The reference alone, else the first frame. */
  private static FrameSet only(FrameSet set, BlendResult sky) {
    Path wanted = sky.reference().orElse(set.frames().get(0).file());
    return new FrameSet(
        set.frames().stream().filter(f -> f.file().equals(wanted)).toList(),
        List.of(),
        set.assumedOffset());
  }

  private FrameMask mask(FrameSet set, Raster below, ToneCurve curve, Workroom room) {
    if (ground.mask().isPresent()) {
      return FrameMask.read("sky-mask", ground.mask().get(), below.layout());
    }
    List<SkylineFinder.SkyPoint> stars =
        recipe.align() == Align.STARS
            ? SkylineFinder.places(
                new StarAligner(recipe.reference(), recipe.skyView())
                    .align(set.frames(), room)
                    .alignments())
            : List.of();
    return FoundSky.in(below, curve, stars);
  }

  /** What the ground's channels are multiplied by to be as bright as in the sky's own frames. */
  private static float[] gains(Raster reference, Raster below, FrameMask mask, ToneCurve curve) {
    PixelLayout layout = below.layout();
    float[] table = curve.light(layout.bits());
    float[] gains = {1, 1, 1};
    for (int c = 0; c < layout.channels(); c++) {
      double wanted = 0;
      double given = 0;
      for (int y = 0; y < layout.height(); y++) {
        for (int x = 0; x < layout.width(); x++) {
          float own = table[below.at(x, y, c)];
          float other = table[reference.at(x, y, c)];
          // What is full in either tells nothing of the other.
          if (!mask.at(x, y) && own < 0.95f && other < 0.95f) {
            wanted += other;
            given += own;
          }
        }
      }
      gains[c] = given > 0 && wanted > 0 ? (float) (wanted / given) : 1;
    }
    return gains;
  }
}
