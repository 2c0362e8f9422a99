package zygonox.desktop.blend;

import java.nio.file.Path;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.desktop.picture.Pixels;

/**
 * At how many frames each pixel was rejected, to be looked at.
 *
 * @param most frames at any pixel: white
 */
record RejectedMap(Pixels pixels, int most) {
  static RejectedMap read(Path file) throws UnreadableFrame {
    Raster counts = PictureReader.readWhole(Frame.look(file));
    int most = 1;
    for (short count : counts.samples()) {
      most = Math.max(most, count & 0xffff);
    }
    PixelLayout layout = counts.layout();
    Raster grey = Raster.blank(new PixelLayout(layout.width(), layout.height(), 1, 8));
    for (int i = 0; i < grey.samples().length; i++) {
      grey.samples()[i] = (short) ((counts.samples()[i] & 0xffff) * 255 / most);
    }
    return new RejectedMap(Pixels.of(grey), most);
  }
}
