package zygonox.desktop.frames;

import java.util.List;
import java.util.Optional;
import zygonox.core.align.Alignment;
import zygonox.core.align.MovedSource;
import zygonox.core.align.StarAligner;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.Raster;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.picture.Pixels;

/** A frame made ready to be held against another. */
final class Comparison {
  private Comparison() {}

  /**
   * @param onStars whether it is brought onto the stars of the other
   * @return empty where it cannot be
   */
  static Optional<Pixels> of(Frame frame, Frame against, boolean onStars, Cancellation cancellation)
      throws UnreadableFrame {
    if (!onStars) {
      return Optional.of(Pixels.of(frame, FrameReader.readWhole(frame)));
    }
    StarAligner.Outcome outcome =
        new StarAligner(Optional.of(against.file()))
            .align(List.of(frame, against), Progress.NONE, cancellation);
    int at = outcome.frames().indexOf(frame);
    if (at < 0) {
      return Optional.empty();
    }
    Alignment alignment = outcome.alignments().get(at);
    try (MovedSource moved = new MovedSource(FrameReader.open(frame), alignment.matrix())) {
      Raster raster = Raster.blank(moved.layout());
      moved.read(0, moved.layout().height(), raster.samples());
      return Optional.of(Pixels.of(frame, raster));
    }
  }

  static String caption(Frame frame, boolean onStars) {
    return frame.file().getFileName() + (onStars ? Words.say("frames.on-the-stars") : "");
  }
}
