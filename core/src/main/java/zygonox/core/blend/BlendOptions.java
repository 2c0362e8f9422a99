package zygonox.core.blend;

import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.frame.Depth;
import zygonox.core.frame.JpegQuality;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;

/**
 * How a blend is done beyond its method.
 *
 * @param align whether frames are moved onto a reference first
 * @param reference the frame the others are brought onto; empty: the one with the most stars
 * @param averageIn for mean, clipped mean and sum
 * @param kappa clipped mean: how many sigma from the mean still agree, 0.5 to 20
 * @param depth of the output; empty: what the input has
 * @param jpeg how much is kept where the output is a JPEG
 * @param memory bound for pixel memory
 */
public record BlendOptions(
    Align align,
    Optional<Path> reference,
    AverageIn averageIn,
    double kappa,
    Optional<Depth> depth,
    JpegQuality jpeg,
    ByteSize memory) {
  /** How frames are brought onto each other. */
  public enum Align {
    /** Not at all: a tripod, and the sky's motion is wanted. */
    NONE,
    /** Star on star. */
    STARS
  }

  /** Pixel memory when nothing is said: half of what the Java machine may take, 2 GB at most. */
  public static ByteSize usualMemory() {
    return new ByteSize(Math.min(2L << 30, Runtime.getRuntime().maxMemory() / 2));
  }

  public static BlendOptions usual() {
    return new BlendOptions(
        Align.NONE,
        Optional.empty(),
        AverageIn.LINEAR,
        3,
        Optional.empty(),
        JpegQuality.USUAL,
        usualMemory());
  }

  public BlendOptions {
    InvalidInput.check("kappa", kappa, 0.5, 20);
  }

  public BlendOptions withAverageIn(AverageIn scale) {
    return new BlendOptions(align, reference, scale, kappa, depth, jpeg, memory);
  }

  public BlendOptions withAlign(Align to) {
    return new BlendOptions(to, reference, averageIn, kappa, depth, jpeg, memory);
  }

  public BlendOptions withDepth(Depth bits) {
    return new BlendOptions(align, reference, averageIn, kappa, Optional.of(bits), jpeg, memory);
  }
}
