package zygonox.core.recipe;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * How a result is made. The same recipe on the same frames gives the same samples.
 *
 * @param selection which frames take part
 * @param method how they become one picture
 * @param kappa clipped mean: how many sigma from the median still agree, 0.5 to 20
 * @param averageIn in which scale samples are averaged
 * @param weights how much each frame counts
 * @param align how frames are brought onto each other
 * @param reference the frame the others are brought onto; empty: chosen
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
    Align align,
    Optional<Path> reference,
    Crop crop,
    Optional<Depth> depth,
    JpegQuality jpeg,
    ObjectNode others) {
  /** What clipped mean takes when nothing is said; common practice, no source. */
  public static final double USUAL_KAPPA = 3;

  public Recipe {
    InvalidInput.check("kappa", "value.kappa", kappa, 0.5, 20);
  }

  /** Frames as they lie, with nothing said beyond the method. */
  public static Recipe of(Selection selection, BlendMethod method) {
    return new Recipe(
        selection,
        method,
        USUAL_KAPPA,
        AverageIn.LINEAR,
        Weights.EVEN,
        Align.NONE,
        Optional.empty(),
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
    if (reference.isPresent() && align == Align.NONE) {
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
    return this;
  }

  private boolean averages() {
    return method == BlendMethod.MEAN
        || method == BlendMethod.CLIPPED_MEAN
        || method == BlendMethod.SUM;
  }

  /** Whether frames are moved or weighed on their way, and so go by the light lane. */
  public boolean usesLight() {
    return align != Align.NONE || weights != Weights.EVEN;
  }

  public Recipe withSelection(Selection other) {
    return new Recipe(
        other, method, kappa, averageIn, weights, align, reference, crop, depth, jpeg, others);
  }

  public Recipe withMethod(BlendMethod other) {
    return new Recipe(
        selection, other, kappa, averageIn, weights, align, reference, crop, depth, jpeg, others);
  }

  public Recipe withKappa(double other) {
    return new Recipe(
        selection, method, other, averageIn, weights, align, reference, crop, depth, jpeg, others);
  }

  public Recipe withAverageIn(AverageIn other) {
    return new Recipe(
        selection, method, kappa, other, weights, align, reference, crop, depth, jpeg, others);
  }

  public Recipe withWeights(Weights other) {
    return new Recipe(
        selection, method, kappa, averageIn, other, align, reference, crop, depth, jpeg, others);
  }

  public Recipe withAlign(Align other, Optional<Path> onto) {
    return new Recipe(
        selection, method, kappa, averageIn, weights, other, onto, crop, depth, jpeg, others);
  }

  public Recipe withCrop(Crop other) {
    return new Recipe(
        selection, method, kappa, averageIn, weights, align, reference, other, depth, jpeg, others);
  }

  public Recipe withDepth(Depth bits) {
    return new Recipe(
        selection,
        method,
        kappa,
        averageIn,
        weights,
        align,
        reference,
        crop,
        Optional.of(bits),
        jpeg,
        others);
  }

  public Recipe withJpeg(JpegQuality quality) {
    return new Recipe(
        selection, method, kappa, averageIn, weights, align, reference, crop, depth, quality,
        others);
  }
}
