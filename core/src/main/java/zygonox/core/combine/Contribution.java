package zygonox.core.combine;

import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;

/**
 * One frame as it enters a blend: read, and whatever is done to it on the way.
 *
 * @param <S> the lane it comes by
 * @param frame which frame
 * @param weight its share in a mean, above 0 to 1
 * @param opener opens its rows, on the blend's grid
 */
public record Contribution<S extends RowSource>(Frame frame, double weight, Opener<S> opener) {
  /** Opens a frame as often as it is needed. */
  @FunctionalInterface
  public interface Opener<S> {
    S open() throws UnreadableFrame;
  }
}
