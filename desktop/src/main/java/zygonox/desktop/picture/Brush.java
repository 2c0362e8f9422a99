package zygonox.desktop.picture;

/** Paints on the picture instead of moving it. */
public interface Brush {
  /** Half its width, in pixels of the real picture. */
  double radius();

  /** Paints from one place to another, in pixels of the real picture; both the same for a dab. */
  void stroke(double x1, double y1, double x2, double y2);

  /** The stroke is at its end. */
  void lifted();
}
