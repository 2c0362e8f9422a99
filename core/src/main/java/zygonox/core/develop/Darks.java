package zygonox.core.develop;

import java.util.List;
import java.util.OptionalDouble;
import java.util.function.Function;
import zygonox.core.frame.Frame;

/**
 * Frames taken with the lens covered, as they were given together.
 *
 * @param exposed those that hold what gathers in the dark while the shutter is open
 * @param bias those so short that they hold what reading them adds, and nothing else
 */
record Darks(List<Frame> exposed, List<Frame> bias) {
  /** Exposures, speeds that differ by less count as alike. */
  private static final double ALIKE = 0.05;

  /** Dark current doubles every six degrees or so; common practice, no source. */
  private static final double ALIKE_CELSIUS = 5;

  /** Bias frames are so short, and so much shorter than the darks beside them. */
  private static final double BIAS_SECONDS = 0.5;

  private static final double BIAS_SHARE = 1 / 30.0;

  /** Tells them apart by their exposures. */
  static Darks of(List<Frame> given) {
    double longest = given.stream().mapToDouble(Darks::seconds).max().orElse(0);
    double most = Math.min(BIAS_SECONDS, BIAS_SHARE * longest);
    return new Darks(
        given.stream().filter(f -> !isBias(f, most)).toList(),
        given.stream().filter(f -> isBias(f, most)).toList());
  }

  private static boolean isBias(Frame frame, double most) {
    return frame.info().exposureSeconds().isPresent() && seconds(frame) <= most;
  }

  private static double seconds(Frame frame) {
    return frame.info().exposureSeconds().orElse(0);
  }

  /** By how much longer than the darks a frame was exposed, where their bias lets that be told. */
  double share(Frame frame) {
    double own = seconds(frame);
    double dark = middleSeconds();
    return own > 0 && dark > 0 && !bias.isEmpty() ? own / dark : 1;
  }

  /** Of darks of several exposures the median holds what gathered in the middle one. */
  private double middleSeconds() {
    double[] sorted = exposed.stream().mapToDouble(Darks::seconds).sorted().toArray();
    return (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
  }

  /** Whether one of them holds another light than there is in a frame. */
  boolean unlike(Frame frame) {
    return exposed.stream()
        .anyMatch(
            dark ->
                bias.isEmpty() && differ(dark, frame, f -> f.info().exposureSeconds())
                    || differ(dark, frame, f -> f.info().iso())
                    || warmer(dark, frame));
  }

  private static boolean differ(Frame a, Frame b, Function<Frame, OptionalDouble> asked) {
    OptionalDouble one = asked.apply(a);
    OptionalDouble other = asked.apply(b);
    return one.isPresent()
        && other.isPresent()
        && Math.abs(one.getAsDouble() / other.getAsDouble() - 1) > ALIKE;
  }

  private static boolean warmer(Frame dark, Frame frame) {
    OptionalDouble one = dark.info().celsius();
    OptionalDouble other = frame.info().celsius();
    return one.isPresent()
        && other.isPresent()
        && Math.abs(one.getAsDouble() - other.getAsDouble()) > ALIKE_CELSIUS;
  }
}
