package zygonox.core.motion;

/**
 * A picture as films keep it: brightness at full size and colour at half of it, in the limited
 * range (ITU-R BT.709-6, sections 3 and 4: 16 to 235, colours 16 to 240).
 */
final class YuvPicture {
  private static final double RED = 0.2126;
  private static final double GREEN = 0.7152;
  private static final double BLUE = 0.0722;
  private static final float WHITE = 65_535f;

  private final PictureSize size;
  private final byte[] luma;
  private final byte[] blue;
  private final byte[] red;

  YuvPicture(PictureSize size) {
    this.size = size;
    this.luma = new byte[size.width() * size.height()];
    this.blue = new byte[luma.length / 4];
    this.red = new byte[luma.length / 4];
  }

  byte[] luma() {
    return luma;
  }

  /** How much bluer than grey. */
  byte[] blue() {
    return blue;
  }

  /** How much redder than grey. */
  byte[] red() {
    return red;
  }

  /**
   * @param rgb 16 bits unsigned, encoded
   */
  void of(short[] rgb) {
    int width = size.width();
    for (int i = 0, at = 0; i < luma.length; i++, at += 3) {
      float y =
          (float) (219 / WHITE * RED) * (rgb[at] & 0xffff)
              + (float) (219 / WHITE * GREEN) * (rgb[at + 1] & 0xffff)
              + (float) (219 / WHITE * BLUE) * (rgb[at + 2] & 0xffff);
      luma[i] = (byte) (int) (16.5f + y);
    }
    for (int y = 0; y < size.height(); y += 2) {
      for (int x = 0; x < width; x += 2) {
        int at = 3 * (y * width + x);
        int below = at + 3 * width;
        float r = mean(rgb, at, below);
        float g = mean(rgb, at + 1, below + 1);
        float b = mean(rgb, at + 2, below + 2);
        float grey = (float) RED * r + (float) GREEN * g + (float) BLUE * b;
        int into = y / 2 * (width / 2) + x / 2;
        blue[into] = (byte) (int) (128.5f + 224 * (b - grey) / (float) (2 * (1 - BLUE)));
        red[into] = (byte) (int) (128.5f + 224 * (r - grey) / (float) (2 * (1 - RED)));
      }
    }
  }

  private static float mean(short[] rgb, int at, int below) {
    int sum =
        (rgb[at] & 0xffff)
            + (rgb[at + 3] & 0xffff)
            + (rgb[below] & 0xffff)
            + (rgb[below + 3] & 0xffff);
    return sum / (4 * WHITE);
  }
}
