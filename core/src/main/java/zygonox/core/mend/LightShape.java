package zygonox.core.mend;

import zygonox.core.measure.Brightening;
import zygonox.core.measure.Streak;

/** The shape of a light that is taken out: its outline's long axis, as wide as the outline. */
final class LightShape {
  /** What is seen of a light ends where it is hardly brighter than the rest: a little more goes. */
  private static final double BEYOND = 1.35;

  private LightShape() {}

  static Streak of(Brightening lamp) {
    double wide = BEYOND * (lamp.right() - lamp.left() + 1);
    double high = BEYOND * (lamp.bottom() - lamp.top() + 1);
    double x = (lamp.left() + lamp.right()) / 2.0;
    double y = (lamp.top() + lamp.bottom()) / 2.0;
    // The corners of the outline lie within, where it is no longer than twice its width.
    double width =
        Math.min(wide, high) * (Math.min(wide, high) / Math.max(wide, high) < 0.5 ? 1 : 1.2);
    double along = Math.max(0, (Math.max(wide, high) - Math.min(wide, high)) / 2);
    return wide >= high
        ? new Streak(x - along, y, x + along, y, width, lamp.rise())
        : new Streak(x, y - along, x, y + along, width, lamp.rise());
  }
}
