package zygonox.core.recipe;

import zygonox.core.align.Aligned;
import zygonox.core.align.Alignment;

/** Where frames fall between the pixels of their reference. */
final class SubPixels {
  /** Frames that fall closer together than this bring nothing new, in pixels. */
  private static final double ALIKE = 0.1;

  private static final int PLACES = 5;

  private SubPixels() {}

  /** Whether frames fall beside each other by a part of a pixel, anywhere in the picture. */
  static boolean differ(Aligned aligned) {
    int width = aligned.reference().layout().width();
    int height = aligned.reference().layout().height();
    for (int i = 0; i < PLACES; i++) {
      for (int j = 0; j < PLACES; j++) {
        double x = width * (i + 0.5) / PLACES;
        double y = height * (j + 0.5) / PLACES;
        for (Alignment one : aligned.alignments()) {
          double dx = one.matrix().x(x, y) - x;
          double dy = one.matrix().y(x, y) - y;
          if (Math.abs(dx - Math.rint(dx)) > ALIKE || Math.abs(dy - Math.rint(dy)) > ALIKE) {
            return true;
          }
        }
      }
    }
    return false;
  }
}
