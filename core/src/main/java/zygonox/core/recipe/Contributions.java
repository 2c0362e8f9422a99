package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zygonox.core.align.Aligned;
import zygonox.core.align.Alignment;
import zygonox.core.align.Moved;
import zygonox.core.align.Placement;
import zygonox.core.combine.AdaptedSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.Contribution;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.Calibrator;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.HalvedLight;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.Frame;
import zygonox.core.mend.FadedLight;
import zygonox.core.mend.MaskedLight;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.SampleTone;

/** What the frames of one blend bring to it: opened, and all that is done to them on the way. */
final class Contributions {
  private final Recipe recipe;
  private final Optional<FrameMask> everyFrame;
  private final List<Frame> frames;
  private final Mends mends;
  private final DecodeMemory memory;

  /**
   * @param everyFrame which part of each frame counts, on its own pixels
   * @param frames one or more, of one size
   * @param memory where they are decoded
   */
  Contributions(
      Recipe recipe,
      Optional<FrameMask> everyFrame,
      List<Frame> frames,
      Mends mends,
      DecodeMemory memory) {
    this.recipe = recipe;
    this.everyFrame = everyFrame;
    this.frames = frames;
    this.mends = mends;
    this.memory = memory;
  }

  /**
   * Whether frames stay as they are stored: nothing is done to them, or the brightest of 8-bit
   * samples is wanted, which is the brightest light also where they are mended.
   */
  boolean areSamples() {
    if (!recipe.usesLight()) {
      return true;
    }
    PixelLayout layout = frames.get(0).layout();
    Calibration calibration = recipe.calibration();
    boolean onlyMended =
        calibration.darks().isEmpty()
            && calibration.flats().isEmpty()
            && !recipe.withMending(Mending.NONE).withCalibration(Calibration.NONE).usesLight();
    return onlyMended
        && recipe.method() == BlendMethod.LIGHTEN
        && everyFrame.isEmpty()
        && mends.fillsSamples()
        && layout.bits() == Byte.SIZE
        && frames.stream().allMatch(f -> f.layout().equals(layout));
  }

  /** Frames as they are, in the exact lane, with what is put right in them. */
  List<Contribution<PixelSource>> samples(PixelLayout layout, Calibrator calibrator) {
    SampleTone tone = SampleTone.of(frames.get(0).info().colours().curve());
    List<Contribution<PixelSource>> contributions = new ArrayList<>();
    for (Frame frame : frames) {
      contributions.add(
          new Contribution<>(
              frame,
              1,
              () ->
                  AdaptedSource.to(
                      layout,
                      mends.open(
                          frame,
                          f -> PictureReader.open(f, memory, calibrator.step(), tone),
                          tone))));
    }
    return contributions;
  }

  /** Frames as light, on the reference's pixels where there is one. */
  List<Contribution<LightSource>> light(
      FrameLane lane,
      Optional<Aligned> aligned,
      Optional<FinerDetail> finer,
      Map<Frame, Double> weights) {
    Map<Path, Fading> fadings = fadings(lane.layout());
    Map<Path, Alignment> moves = new HashMap<>();
    aligned.ifPresent(a -> a.alignments().forEach(m -> moves.put(m.file(), m)));
    List<Contribution<LightSource>> contributions = new ArrayList<>();
    for (Frame frame : frames) {
      Alignment move = moves.get(frame.file());
      contributions.add(
          new Contribution<>(
              frame,
              weights.getOrDefault(frame, 1.0),
              () -> {
                LightSource source = mends.open(frame, f -> lane.open(f, memory));
                Placement placement = move == null ? Placement.AS_IT_IS : move.placement();
                Placement onGrid = placement.finer(recipe.scale());
                LightSource light = moved(source, placement);
                if (finer.isPresent()) {
                  light = finer.get().watching(light, frame.file());
                }
                Fading own = fadings.get(plain(frame.file()));
                if (own != null) {
                  light = own.faded(light, onGrid);
                }
                for (FrameMask mask : masks(mends.counting(frame))) {
                  light = new MaskedLight(light, mask, onGrid);
                }
                return light;
              }));
    }
    return contributions;
  }

  private List<FrameMask> masks(Optional<FrameMask> unlined) {
    return Stream.of(unlined, everyFrame).flatMap(Optional::stream).toList();
  }

  private LightSource moved(LightSource source, Placement placement) {
    if (recipe.scale() > 1) {
      return Moved.dropped(source, placement, (int) recipe.scale());
    }
    return recipe.scale() == Recipe.HALF
        ? onto(new HalvedLight(source), placement.halved())
        : onto(source, placement);
  }

  private LightSource onto(LightSource source, Placement placement) {
    return placement.isAsItIs() ? source : Moved.onto(source, placement, recipe.kernel());
  }

  /** Takes the part of a frame that counts. */
  @FunctionalInterface
  private interface Fading {
    LightSource faded(LightSource moved, Placement placement);
  }

  /** Frames that are masked alike share what is known of it. */
  private Map<Path, Fading> fadings(PixelLayout layout) {
    Map<FramePart, Fading> known = new HashMap<>();
    Map<Path, Fading> fadings = new HashMap<>();
    recipe
        .masks()
        .forEach(
            (frame, part) ->
                fadings.put(plain(frame), known.computeIfAbsent(part, p -> fading(p, layout))));
    return fadings;
  }

  /** Light fades out only where it is added up, or the brightest is taken. */
  private Fading fading(FramePart part, PixelLayout layout) {
    FrameMask mask = FrameMask.read("mask", part.mask(), layout);
    if (!recipe.fadesParts() || part.edgePixels() == 0) {
      return (moved, placement) -> new MaskedLight(moved, mask, placement);
    }
    FadedLight.Shares shares = FadedLight.Shares.of(mask, part.edgePixels());
    return (moved, placement) -> new FadedLight(moved, shares, placement);
  }

  private static Path plain(Path file) {
    return file.toAbsolutePath().normalize();
  }
}
