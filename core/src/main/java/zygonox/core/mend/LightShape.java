package zygonox.core.mend;

import zygonox.core.measure.Brightening;
import zygonox.core.measure.Streak;

/** The shape of a light that is taken out: its outline's long axis, as wide as the outline. */
final class LightShape {
  /** What is seen of a light ends where it is hardly brighter than the rest: a little more goes. */
  private static final double BEYOND = 1.35;

  /** One that is not much longer than wide is round, so that its outline's corners lie within. */
  private static final double ROUND_SHARE = 0.5;

  private static final double ROUNDED = 1.2;

  private LightShape() {}

  static Streak of(Brightening lamp) {
    double wide = BEYOND * (lamp.right() - lamp.left() + 1);
    double high = BEYOND * (lamp.bottom() - lamp.top() + 1);
    double shorter = Math.min(wide, high);
    double longer = Math.max(wide, high);
    double width = shorter >= ROUND_SHARE * longer ? ROUNDED * shorter : shorter;
    double along = (longer - shorter) / 2;
    double x = (lamp.left() + lamp.right()) / 2.0;
    double y = (lamp.top() + lamp.bottom()) / 2.0;
    return wide >= high
        ? new Streak(x - along, y, x + along, y, width, lamp.rise())
        : new Streak(x, y - along, x, y + along, width, lamp.rise());
  }
}
