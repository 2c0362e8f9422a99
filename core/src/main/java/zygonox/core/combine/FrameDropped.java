package zygonox.core.combine;

import java.nio.file.Path;
import zygonox.core.align.Unmatched;
import zygonox.core.format.ColourProfile;
import zygonox.core.format.ReadFault;

/**
 * A frame that did not take part in a blend.
 *
 * @param file which
 * @param reason why
 */
public record FrameDropped(Path file, Reason reason) {
  /** Why a frame did not take part. */
  public sealed interface Reason {}

  /** It could not be read. */
  public record Unreadable(ReadFault fault) implements Reason {}

  /**
   * Its size in pixels is not that of most frames.
   *
   * @param own its size, such as "3000 x 2000"
   * @param others the size most have
   */
  public record OtherSize(String own, String others) implements Reason {}

  /**
   * Its colours are not told by the same profile as those of most frames: its numbers mean other
   * light.
   */
  public record OtherColours(ColourProfile own, ColourProfile others) implements Reason {}

  /**
   * Only the sharpest were to take part.
   *
   * @param taken how many that are sharper
   */
  public record LessSharp(int taken) implements Reason {}

  /** It could not be brought onto the reference. */
  public record NotAligned(Unmatched unmatched) implements Reason {}
}
