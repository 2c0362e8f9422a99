package zygonox.core.mend;

import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;

/**
 * Opens a frame as it is before anything is put right in it.
 *
 * @param <S> its light, or its samples
 */
@FunctionalInterface
public interface FrameOpener<S extends RowSource> {
  S open(Frame frame) throws UnreadableFrame;
}
