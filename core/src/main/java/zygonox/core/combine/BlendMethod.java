package zygonox.core.combine;

import java.util.Locale;
import java.util.OptionalDouble;
import zygonox.core.measure.StackGain;

/** How the samples that frames have at one place become one. */
public enum BlendMethod {
  /** The brightest: stars draw trails, lights draw lines. */
  LIGHTEN,
  /** The darkest. */
  DARKEN,
  /** The average: noise falls, what moves blurs. */
  MEAN,
  /** The middle one: noise falls, what moves vanishes. */
  MEDIAN,
  /** The average of those that agree. */
  CLIPPED_MEAN,
  /** All the light together, clipped at white. */
  SUM;

  /** The method's name in sentences and on the command line, such as {@code clipped-mean}. */
  public String term() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** Whether all frames' samples are needed at once, and not one frame after another. */
  boolean needsAllAtOnce() {
    return this == MEDIAN || this == CLIPPED_MEAN;
  }

  /**
   * By what factor independent noise falls when {@code frames} are blended.
   *
   * <p>A mean's falls by sqrt(N), a median's by less: see {@link StackGain}.
   */
  public OptionalDouble expectedGain(int frames) {
    return switch (this) {
      case MEAN, CLIPPED_MEAN -> OptionalDouble.of(StackGain.MEAN.of(frames));
      case MEDIAN -> OptionalDouble.of(StackGain.MEDIAN.of(frames));
      case LIGHTEN, DARKEN, SUM -> OptionalDouble.empty();
    };
  }

  /** Whether its results lie between the samples, so that 16 bits hold more than 8 did. */
  public boolean isBetweenSamples() {
    return this != LIGHTEN && this != DARKEN;
  }
}
