package zygonox.core.frame;

import java.util.List;

/**
 * Frames of like settings taken in one go.
 *
 * @param number counting from 1 in the order they were taken
 * @param frames one or more, in capture order
 * @param kind what they seem to have been taken for
 * @param reason why it seems so
 */
public record FrameRun(int number, List<Frame> frames, FrameKind kind, KindReason reason) {
  public FrameRun {
    frames = List.copyOf(frames);
  }

  /** Their exposure in seconds; 0 where their files do not say. */
  public double exposureSeconds() {
    return frames.get(0).info().exposureSeconds().orElse(0);
  }

  /** The same said to be of another kind. */
  public FrameRun withKind(FrameKind other, KindReason why) {
    return new FrameRun(number, frames, other, why);
  }
}
