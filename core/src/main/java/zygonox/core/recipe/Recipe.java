package zygonox.core.recipe;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import zygonox.core.align.Kernel;
import zygonox.core.align.SkyView;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.OwnLight;
import zygonox.core.develop.Tone;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.mend.Stray;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Phrasebook;

/**
 * How a result is made. The same recipe on the same frames gives the same samples.
 *
 * @param selection which frames take part
 * @param method how they become one picture
 * @param kappa clipped mean: how many sigma from the median still agree, 0.5 to 20
 * @param averageIn in which scale samples are averaged
 * @param weights how much each frame counts
 * @param sharpest only so many of the frames take part, those that are sharpest; empty: all
 * @param calibration what is taken off each frame where it lies on the sensor
 * @param mono whether a mosaic's samples become one grey picture, no colours filled in
 * @param matchLight whether each frame's sky is made as bright as the reference's
 * @param tone the same development for every frame
 * @param ownLight frames whose light is changed by itself
 * @param masks frames of which only a part counts
 * @param ground where the ground comes from; empty: it is blended as the sky is
 * @param red light of other frames that is added to the red; empty: none
 * @param movement what moves, laid into the picture of the empty place; empty: not
 * @param regions parts of the result that are taken from elsewhere, the later over the earlier
 * @param taper lighten: how trails grow along their length
 * @param mending what is put right in single frames
 * @param align how frames are brought onto each other
 * @param reference the frame the others are brought onto; empty: chosen
 * @param skyView where the camera looked, as a first guess of how stars move; empty: not known
 * @param kernel by which moved frames are resampled
 * @param scale how many times as wide and high the result is: {@value #HALF}, or 1 to 4
 * @param sharpen how much of what pixels blur is given back to a finer grid, 0 to 1
 * @param crop to which area the result is trimmed
 * @param depth of the output; empty: what the frames have, 16 bits for averages
 * @param jpeg how much is kept where the output is a JPEG
 * @param others what a recipe of another version holds beside these; kept as it is
 */
public record Recipe(
    Selection selection,
    BlendMethod method,
    double kappa,
    AverageIn averageIn,
    Weights weights,
    OptionalInt sharpest,
    Calibration calibration,
    boolean mono,
    boolean matchLight,
    Tone tone,
    Map<Path, OwnLight> ownLight,
    Map<Path, FramePart> masks,
    Optional<SkyAndGround> ground,
    Optional<RedLight> red,
    Optional<Movement> movement,
    List<Region> regions,
    Taper taper,
    Mending mending,
    Align align,
    Optional<Path> reference,
    Optional<SkyView> skyView,
    Kernel kernel,
    double scale,
    double sharpen,
    Crop crop,
    Optional<Depth> depth,
    JpegQuality jpeg,
    ObjectNode others) {
  /** What clipped mean takes when nothing is said; common practice, no source. */
  public static final double USUAL_KAPPA = 3;

  /** The scale of a rough look. */
  public static final double HALF = 0.5;

  private static final int MOST_SCALE = 4;
  private static final int MOST_FRAMES = 100_000;

  public Recipe {
    InvalidInput.check("kappa", "value.kappa", kappa, 0.5, 20);
    if (scale != HALF && (scale != Math.rint(scale) || scale < 1 || scale > MOST_SCALE)) {
      throw InvalidInput.about("scale", Phrasebook.say("refused.scale", Notation.text(scale)));
    }
    InvalidInput.check("sharpen", "value.sharpen", sharpen, 0, 1);
    sharpest.ifPresent(n -> InvalidInput.check("sharpest", "value.sharpest", n, 1, MOST_FRAMES));
    regions = List.copyOf(regions);
    // In the order they were given, for the words and files that tell them.
    masks = Collections.unmodifiableMap(new LinkedHashMap<>(masks));
    ownLight = Collections.unmodifiableMap(new LinkedHashMap<>(ownLight));
  }

  /** Frames as they lie, with nothing said beyond the method. */
  public static Recipe of(Selection selection, BlendMethod method) {
    return new Recipe(
        selection,
        method,
        USUAL_KAPPA,
        AverageIn.LINEAR,
        Weights.EVEN,
        OptionalInt.empty(),
        Calibration.NONE,
        false,
        false,
        Tone.NONE,
        Map.of(),
        Map.of(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        List.of(),
        Taper.NONE,
        Mending.NONE,
        Align.NONE,
        Optional.empty(),
        Optional.empty(),
        Kernel.CUBIC,
        1,
        0,
        Crop.NONE,
        Optional.empty(),
        JpegQuality.USUAL,
        JsonNodeFactory.instance.objectNode());
  }

  /**
   * Refuses what contradicts itself or would do nothing, so that nobody believes it did.
   *
   * @throws InvalidInput naming the options and what would be right
   */
  public Recipe checked() {
    boolean wantsReference = align != Align.NONE || matchLight || tone.neutral().isPresent();
    if (reference.isPresent() && !wantsReference) {
      throw InvalidInput.about("reference", Phrasebook.say("refused.reference-without-align"));
    }
    if (kappa != USUAL_KAPPA && method != BlendMethod.CLIPPED_MEAN) {
      throw InvalidInput.about(
          "kappa", Phrasebook.say("refused.kappa-without-clipping", method.term()));
    }
    boolean weighs = method == BlendMethod.MEAN || method == BlendMethod.CLIPPED_MEAN;
    if (weights != Weights.EVEN && !weighs) {
      throw InvalidInput.about(
          "weights", Phrasebook.say("refused.weights-without-mean", method.term()));
    }
    if (averageIn == AverageIn.ENCODED && !averages()) {
      throw InvalidInput.about(
          "average-in", Phrasebook.say("refused.average-in-without-mean", method.term()));
    }
    if (averageIn == AverageIn.ENCODED && usesLight()) {
      throw InvalidInput.about("average-in", Phrasebook.say("refused.encoded-in-light"));
    }
    if (taper != Taper.NONE && method != BlendMethod.LIGHTEN) {
      throw InvalidInput.about(
          "taper", Phrasebook.say("refused.taper-without-lighten", method.term()));
    }
    if (mending.bridgesGaps() && (method != BlendMethod.LIGHTEN || align != Align.NONE)) {
      throw InvalidInput.about("bridge-gaps", Phrasebook.say("refused.bridging-without-lighten"));
    }
    if (!mending.removesStreaks() && !mending.lines().isEmpty()) {
      throw InvalidInput.about(
          mending.decided(Stray.LIGHT, true) > 0
              ? "light-out"
              : mending.decided(Stray.LINE, true) > 0 ? "line-out" : "line-keep",
          Phrasebook.say("refused.lines-without-removing"));
    }
    if (skyView.isPresent() && align != Align.STARS) {
      throw InvalidInput.about("sky-view", Phrasebook.say("refused.sky-view-without-stars"));
    }
    if (kernel != Kernel.CUBIC && (align == Align.NONE || scale > 1)) {
      throw InvalidInput.about("resample", Phrasebook.say("refused.resample-without-moving"));
    }
    if (sharpen > 0 && scale <= 1) {
      throw InvalidInput.about("sharpen", Phrasebook.say("refused.sharpen-without-scale"));
    }
    if (scale > 1 && align == Align.NONE) {
      throw InvalidInput.about("scale", Phrasebook.say("refused.scale-without-align"));
    }
    if (red.isPresent() && (scale != 1 || mono || !crop.equals(Crop.NONE))) {
      throw InvalidInput.about("red", Phrasebook.say("refused.red-with-others"));
    }
    if (scale != 1 && ground.isPresent()) {
      throw InvalidInput.about("scale", Phrasebook.say("refused.scale-with-ground"));
    }
    if (ground.isPresent() && align == Align.NONE) {
      throw InvalidInput.about("hold-ground", Phrasebook.say("refused.ground-without-align"));
    }
    boolean joined = ground.isPresent() || red.isPresent() || movement.isPresent();
    if (!regions.isEmpty() && (joined || scale != 1 || !crop.equals(Crop.NONE))) {
      throw InvalidInput.about("region", Phrasebook.say("refused.region-with-others"));
    }
    if (movement.isPresent()) {
      boolean empties = method == BlendMethod.MEDIAN || method == BlendMethod.CLIPPED_MEAN;
      if (!empties) {
        throw InvalidInput.about(
            "movement", Phrasebook.say("refused.movement-without-median", method.term()));
      }
      if (scale != 1 || ground.isPresent() || red.isPresent() || !crop.equals(Crop.NONE)) {
        throw InvalidInput.about("movement", Phrasebook.say("refused.movement-with-others"));
      }
    }
    return this;
  }

  private boolean averages() {
    return method == BlendMethod.MEAN
        || method == BlendMethod.CLIPPED_MEAN
        || method == BlendMethod.SUM;
  }

  /** Whether a frame can fade out at the edge of its part: elsewhere a pixel counts or does not. */
  public boolean fadesParts() {
    return method == BlendMethod.LIGHTEN || method == BlendMethod.SUM;
  }

  /** Whether anything is done to frames on their way, and so they go by the light lane. */
  public boolean usesLight() {
    return align != Align.NONE
        || scale != 1
        || weights != Weights.EVEN
        || !calibration.isNone()
        || mono
        || matchLight
        || !tone.isNone()
        || !ownLight.isEmpty()
        || !masks.isEmpty()
        || taper != Taper.NONE
        || !mending.equals(Mending.NONE);
  }

  public Recipe withSelection(Selection other) {
    return with(d -> d.selection = other);
  }

  public Recipe withMethod(BlendMethod other) {
    return with(d -> d.method = other);
  }

  public Recipe withKappa(double other) {
    return with(d -> d.kappa = other);
  }

  public Recipe withAverageIn(AverageIn other) {
    return with(d -> d.averageIn = other);
  }

  public Recipe withWeights(Weights other) {
    return with(d -> d.weights = other);
  }

  public Recipe withSharpest(OptionalInt other) {
    return with(d -> d.sharpest = other);
  }

  public Recipe withCalibration(Calibration other) {
    return with(d -> d.calibration = other);
  }

  public Recipe withMono(boolean other) {
    return with(d -> d.mono = other);
  }

  public Recipe withMatchLight(boolean other) {
    return with(d -> d.matchLight = other);
  }

  public Recipe withTone(Tone other) {
    return with(d -> d.tone = other);
  }

  public Recipe withOwnLight(Map<Path, OwnLight> other) {
    return with(d -> d.ownLight = other);
  }

  public Recipe withMasks(Map<Path, FramePart> other) {
    return with(d -> d.masks = other);
  }

  public Recipe withGround(Optional<SkyAndGround> other) {
    return with(d -> d.ground = other);
  }

  public Recipe withRed(Optional<RedLight> other) {
    return with(d -> d.red = other);
  }

  public Recipe withMovement(Optional<Movement> other) {
    return with(d -> d.movement = other);
  }

  public Recipe withRegions(List<Region> other) {
    return with(d -> d.regions = other);
  }

  public Recipe withTaper(Taper other) {
    return with(d -> d.taper = other);
  }

  public Recipe withMending(Mending other) {
    return with(d -> d.mending = other);
  }

  /** What belongs to the former way ends with it. */
  public Recipe withAlign(Align other, Optional<Path> onto) {
    return with(
        d -> {
          d.align = other;
          d.reference = onto;
          d.skyView = other == Align.STARS ? d.skyView : Optional.empty();
          d.kernel = other == Align.NONE ? Kernel.CUBIC : d.kernel;
        });
  }

  public Recipe withSkyView(Optional<SkyView> other) {
    return with(d -> d.skyView = other);
  }

  public Recipe withKernel(Kernel other) {
    return with(d -> d.kernel = other);
  }

  /** Sharpening ends with the finer grid; onto that nothing is resampled. */
  public Recipe withScale(double other) {
    return with(
        d -> {
          d.scale = other;
          d.sharpen = other > 1 ? d.sharpen : 0;
          d.kernel = other > 1 ? Kernel.CUBIC : d.kernel;
        });
  }

  public Recipe withSharpen(double other) {
    return with(d -> d.sharpen = other);
  }

  public Recipe withCrop(Crop other) {
    return with(d -> d.crop = other);
  }

  public Recipe withDepth(Depth bits) {
    return with(d -> d.depth = Optional.of(bits));
  }

  public Recipe withJpeg(JpegQuality quality) {
    return with(d -> d.jpeg = quality);
  }

  Recipe withOthers(ObjectNode unknown) {
    return with(d -> d.others = unknown);
  }

  private Recipe with(Consumer<Draft> change) {
    Draft draft = new Draft(this);
    change.accept(draft);
    return draft.recipe();
  }

  /** A recipe in the making. */
  private static final class Draft {
    private Selection selection;
    private BlendMethod method;
    private double kappa;
    private AverageIn averageIn;
    private Weights weights;
    private OptionalInt sharpest;
    private Calibration calibration;
    private boolean mono;
    private boolean matchLight;
    private Tone tone;
    private Map<Path, OwnLight> ownLight;
    private Map<Path, FramePart> masks;
    private Optional<SkyAndGround> ground;
    private Optional<RedLight> red;
    private Optional<Movement> movement;
    private List<Region> regions;
    private Taper taper;
    private Mending mending;
    private Align align;
    private Optional<Path> reference;
    private Optional<SkyView> skyView;
    private Kernel kernel;
    private double scale;
    private double sharpen;
    private Crop crop;
    private Optional<Depth> depth;
    private JpegQuality jpeg;
    private ObjectNode others;

    Draft(Recipe from) {
      selection = from.selection;
      method = from.method;
      kappa = from.kappa;
      averageIn = from.averageIn;
      weights = from.weights;
      sharpest = from.sharpest;
      calibration = from.calibration;
      mono = from.mono;
      matchLight = from.matchLight;
      tone = from.tone;
      ownLight = from.ownLight;
      masks = from.masks;
      ground = from.ground;
      red = from.red;
      movement = from.movement;
      regions = from.regions;
      taper = from.taper;
      mending = from.mending;
      align = from.align;
      reference = from.reference;
      skyView = from.skyView;
      kernel = from.kernel;
      scale = from.scale;
      sharpen = from.sharpen;
      crop = from.crop;
      depth = from.depth;
      jpeg = from.jpeg;
      others = from.others;
    }

    Recipe recipe() {
      return new Recipe(
          selection,
          method,
          kappa,
          averageIn,
          weights,
          sharpest,
          calibration,
          mono,
          matchLight,
          tone,
          ownLight,
          masks,
          ground,
          red,
          movement,
          regions,
          taper,
          mending,
          align,
          reference,
          skyView,
          kernel,
          scale,
          sharpen,
          crop,
          depth,
          jpeg,
          others);
    }
  }
}
