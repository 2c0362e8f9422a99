package zygonox.core.blend;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.align.Alignment;

/**
 * What a blend did.
 *
 * @param method how
 * @param output the file written
 * @param frames how many frames were given
 * @param used how many took part
 * @param dropped the others, with reasons
 * @param width of the result in pixels
 * @param height of the result in rows
 * @param seconds how long it took
 * @param pixelMemoryBytes pixel memory the plan took
 * @param reference the frame the others were brought onto; empty without alignment
 * @param alignment each moved frame's way onto the reference
 * @param noise before and after; empty for pictures too small to measure
 */
public record BlendResult(
    BlendMethod method,
    Path output,
    int frames,
    int used,
    List<FrameDropped> dropped,
    int width,
    int height,
    double seconds,
    long pixelMemoryBytes,
    Optional<Path> reference,
    List<Alignment> alignment,
    Optional<NoiseGain> noise) {
  /**
   * @param single noise of one frame, as a share of white
   * @param stacked noise of the result
   * @param gain how many times it fell; empty where there was none
   * @param expected how many times independent noise falls; empty for lighten, darken and sum
   */
  public record NoiseGain(
      double single, double stacked, OptionalDouble gain, OptionalDouble expected) {}
}
