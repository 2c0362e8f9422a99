package zygonox.core.mend;

import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;

/** Opens a frame's light as it is before anything is put right in it. */
@FunctionalInterface
public interface FrameOpener {
  LightSource open(Frame frame) throws UnreadableFrame;
}
