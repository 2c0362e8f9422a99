package zygonox.core.frame;

import java.util.List;

/**
 * Frames of like settings taken in one go.
 *
 * @param number counting from 1 in the order they were taken
 * @param frames one or more, in capture order
 */
public record FrameRun(int number, List<Frame> frames) {
  public FrameRun {
    frames = List.copyOf(frames);
  }

  /** What the frames were taken for, as far as their settings tell. */
  public FrameKind kind() {
    double exposure = frames.get(0).info().exposureSeconds().orElse(0);
    if (exposure == 0) {
      return FrameKind.UNKNOWN;
    }
    // Common practice, no source: nobody exposes for seconds on end, many times over, by day.
    if (exposure >= 2 && frames.size() >= 4) {
      return FrameKind.SKY;
    }
    if (exposure <= 0.1 && frames.size() >= 4) {
      return FrameKind.BURST;
    }
    return frames.size() == 1 ? FrameKind.TEST : FrameKind.UNKNOWN;
  }
}
