package zygonox.desktop.frames;

import java.util.List;
import java.util.Optional;
import zygonox.core.align.Aligned;
import zygonox.core.align.Moved;
import zygonox.core.align.StarAligner;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.Raster;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;
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
      return Optional.of(Pixels.of(frame, PictureReader.readWhole(frame)));
    }
    Workroom room =
        new Workroom(Workroom.usualMemory(), Optional.empty(), Progress.NONE, cancellation);
    Aligned outcome =
        new StarAligner(Optional.of(against.file())).align(List.of(frame, against), room);
    int at = outcome.frames().indexOf(frame);
    if (at < 0) {
      return Optional.empty();
    }
    Raster moved =
        Moved.picture(
            PictureReader.open(frame),
            frame.info().colours().curve(),
            outcome.alignments().get(at).placement());
    return Optional.of(Pixels.of(frame, moved));
  }

  static String caption(Frame frame, boolean onStars) {
    return frame.file().getFileName() + (onStars ? Words.say("frames.on-the-stars") : "");
  }
}
