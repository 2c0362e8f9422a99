package zygonox.desktop.picture;

/**
 * Which part of a picture is seen.
 *
 * @param centreX column of the real picture in the middle of the view
 * @param centreY row of the real picture in the middle of the view
 * @param zoom screen pixels for one pixel of the picture; 0 means: as large as fits
 */
public record Viewport(double centreX, double centreY, double zoom) {
  static final Viewport WHOLE = new Viewport(0, 0, 0);

  private static final double CLOSEST = 32;

  boolean isWhole() {
    return zoom == 0;
  }

  /** The same with numbers in place of "as large as fits". */
  Viewport settled(Pixels pixels, double viewWidth, double viewHeight) {
    if (!isWhole()) {
      return this;
    }
    double fit = Math.min(viewWidth / pixels.width(), viewHeight / pixels.height());
    return new Viewport(pixels.width() / 2, pixels.height() / 2, Math.max(fit, 1e-4));
  }

  /** Moved by screen pixels. */
  Viewport moved(double screenX, double screenY) {
    return new Viewport(centreX - screenX / zoom, centreY - screenY / zoom, zoom);
  }

  /** Zoomed, keeping the point at a distance from the middle, in screen pixels, where it is. */
  Viewport zoomed(double newZoom, double fromMiddleX, double fromMiddleY) {
    double z = Math.max(0.01, Math.min(CLOSEST, newZoom));
    return new Viewport(
        centreX + fromMiddleX / zoom - fromMiddleX / z,
        centreY + fromMiddleY / zoom - fromMiddleY / z,
        z);
  }

  /** Kept so that the middle of the view stays on the picture. */
  Viewport kept(Pixels pixels) {
    return new Viewport(
        Math.max(0, Math.min(pixels.width(), centreX)),
        Math.max(0, Math.min(pixels.height(), centreY)),
        zoom);
  }
}
