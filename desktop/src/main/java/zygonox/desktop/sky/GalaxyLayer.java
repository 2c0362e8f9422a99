package zygonox.desktop.sky;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import zygonox.core.optics.Projection;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.MilkyWay;
import zygonox.core.sky.Vector;

/**
 * The air with the galaxy in it. Sampled coarsely, for the galaxy has no edges, and put together
 * pixel by pixel: drawing software takes six times as long to enlarge a small picture.
 */
final class GalaxyLayer {
  private static final int CELL = 12;

  /** How much of the light's colour the brightest clouds have. */
  private static final double STRENGTH = 0.4;

  private int[] pixels = new int[0];
  private WritableImage image;

  /**
   * Fills the view.
   *
   * @param darkness 0 by day to 1 at night
   */
  void draw(
      GraphicsContext g,
      Projection lens,
      LocalSky sky,
      double darkness,
      Color air,
      Color light,
      int width,
      int height) {
    if (image == null || image.getWidth() != width || image.getHeight() != height) {
      image = new WritableImage(width, height);
      pixels = new int[width * height];
    }
    int columns = width / CELL + 2;
    int rows = height / CELL + 2;
    float[] cells = cells(lens, sky, darkness, columns, rows);
    float[] row = new float[columns];
    for (int y = 0; y < height; y++) {
      int above = y / CELL;
      float v = (y - above * CELL) / (float) CELL;
      for (int k = 0; k < columns; k++) {
        float upper = cells[above * columns + k];
        row[k] = upper + v * (cells[(above + 1) * columns + k] - upper);
      }
      fill(row, y * width, width, air, light);
    }
    image
        .getPixelWriter()
        .setPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
    g.drawImage(image, 0, 0);
  }

  /** Brightness, 0 to {@link #STRENGTH}, at the corners of the cells. */
  private static float[] cells(
      Projection lens, LocalSky sky, double darkness, int columns, int rows) {
    float[] cells = new float[columns * rows];
    for (int y = 0; y < rows; y++) {
      for (int x = 0; x < columns; x++) {
        Vector v = lens.towards((double) x * CELL, (double) y * CELL);
        double brightness = v.z() < 0 ? 0 : MilkyWay.brightness(sky.j2000Of(v));
        cells[y * columns + x] = (float) (STRENGTH * darkness * brightness / MilkyWay.STEPS);
      }
    }
    return cells;
  }

  /** One line of pixels, between the air's colour and the light's. */
  private void fill(float[] row, int offset, int width, Color air, Color light) {
    float red = (float) (255 * air.getRed()) + 0.5f;
    float green = (float) (255 * air.getGreen()) + 0.5f;
    float blue = (float) (255 * air.getBlue()) + 0.5f;
    float redBy = (float) (255 * (light.getRed() - air.getRed()));
    float greenBy = (float) (255 * (light.getGreen() - air.getGreen()));
    float blueBy = (float) (255 * (light.getBlue() - air.getBlue()));
    for (int left = 0; left < width; left += CELL) {
      float a = row[left / CELL];
      float step = (row[left / CELL + 1] - a) / CELL;
      int end = Math.min(width, left + CELL);
      for (int x = left; x < end; x++) {
        float share = a + step * (x - left);
        pixels[offset + x] =
            0xff000000
                | (int) (red + share * redBy) << 16
                | (int) (green + share * greenBy) << 8
                | (int) (blue + share * blueBy);
      }
    }
  }
}
