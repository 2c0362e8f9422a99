package zygonox.core.motion;

import java.util.Optional;
import zygonox.core.format.QuickLook;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.Raster;
import zygonox.core.work.KeptFiles;

/**
 * A frame made small, for playing.
 *
 * @param width in pixels
 * @param height in rows
 * @param rgb 8 bits, red, green and blue of each pixel
 */
public record SmallPicture(int width, int height, byte[] rgb) {
  /** So many frames are played from larger pictures; more would take too much memory. */
  private static final int FEW = 300;

  private static final int LARGER_SIDE = 480;
  private static final int SMALLER_SIDE = 320;

  /**
   * @param count how many there will be
   * @param kept those that were made before, and this one for later
   */
  public static SmallPicture of(Frame frame, int count, KeptFiles kept) throws UnreadableFrame {
    int side = count <= FEW ? LARGER_SIDE : SMALLER_SIDE;
    SmallPictureStore store = new SmallPictureStore(kept);
    Optional<SmallPicture> known = store.of(frame.file(), side);
    if (known.isPresent()) {
      return known.get();
    }
    SmallPicture made = made(frame, side);
    store.keep(frame.file(), side, made);
    return made;
  }

  private static SmallPicture made(Frame frame, int side) throws UnreadableFrame {
    Raster raster = frame.info().colours().shown(QuickLook.of(frame, side));
    byte[] rgb = new byte[raster.samples().length];
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (byte) raster.samples()[i];
    }
    return new SmallPicture(raster.layout().width(), raster.layout().height(), rgb);
  }
}
