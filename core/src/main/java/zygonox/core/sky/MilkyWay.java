package zygonox.core.sky;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.zip.GZIPInputStream;
import zygonox.core.quantity.Angle;

/**
 * How bright the band of the galaxy is to the eye, in the five steps of its outlines; see
 * ATTRIBUTION.md beside the table. Drawn once onto a map of a quarter of a degree.
 */
public final class MilkyWay {
  private static final int PER_DEGREE = 4;
  private static final int WIDTH = 360 * PER_DEGREE;
  private static final int HEIGHT = 180 * PER_DEGREE;

  /** Half side of the square that softens the steps, in cells: one and a half degrees. */
  private static final int SOFTNESS = 6;

  /** Brightest step. */
  public static final int STEPS = 5;

  /**
   * What the light of stars too faint to be drawn one by one adds to the empty sky at each step, in
   * stars of magnitude 10 a square degree: so that the brightest clouds come out at 20.6 magnitudes
   * a square arcsecond with the stars in them (Ch. Leinert et al., A&AS 127, 1, 1998, section 10:
   * from below 100 off the band to some 600 in its brightest parts; from memory).
   */
  private static final double[] TENTH_MAGNITUDES = {0, 50, 110, 180, 270, 420};

  /** A star of magnitude 10 in a square degree, as magnitudes a square arcsecond. */
  private static final double OF_ONE = 10 + 2.5 * Math.log10(3600.0 * 3600);

  private static final class Holder {
    static final float[] MAP = load();
  }

  private MilkyWay() {}

  /** 0 outside the band to {@link #STEPS} in its brightest clouds, at a place of J2000. */
  public static double brightness(Vector j2000) {
    double column = (Angle.positive(Angle.atan2(j2000.y(), j2000.x()))) * PER_DEGREE - 0.5;
    double row = (90 - Angle.asin(j2000.z())) * PER_DEGREE - 0.5;
    int x = (int) Math.floor(column);
    int y = (int) Math.max(0, Math.min(HEIGHT - 2, Math.floor(row)));
    double u = column - x;
    double v = Math.max(0, Math.min(1, row - y));
    double upper = at(x, y) * (1 - u) + at(x + 1, y) * u;
    double lower = at(x, y + 1) * (1 - u) + at(x + 1, y + 1) * u;
    return upper * (1 - v) + lower * v;
  }

  /**
   * The diffuse light of the galaxy at a place of J2000, in stars of magnitude 10 a square degree;
   * without stars to magnitude 11, which are drawn as such.
   */
  public static double diffuse(Vector j2000) {
    double step = Math.max(0, Math.min(STEPS, brightness(j2000)));
    int whole = (int) Math.min(STEPS - 1, step);
    double above = TENTH_MAGNITUDES[whole + 1] - TENTH_MAGNITUDES[whole];
    return TENTH_MAGNITUDES[whole] + (step - whole) * above;
  }

  /** What such light is in magnitudes a square arcsecond. */
  public static double magnitude(double tenthMagnitudes) {
    return OF_ONE - 2.5 * Math.log10(tenthMagnitudes);
  }

  private static float at(int x, int y) {
    return Holder.MAP[y * WIDTH + Math.floorMod(x, WIDTH)];
  }

  private static float[] load() {
    float[] map = new float[WIDTH * HEIGHT];
    try (InputStream in =
        new GZIPInputStream(MilkyWay.class.getResourceAsStream("milky-way-outlines.json.gz"))) {
      for (JsonNode outline : new ObjectMapper().readTree(in)) {
        byte[] inside = filled(outline);
        for (int i = 0; i < map.length; i++) {
          map[i] += inside[i] != 0 ? 1 : 0;
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the outlines of the galaxy cannot be read", e);
    }
    // Clouds of light have no edges: two means of a square make a soft hill of each step.
    return softened(softened(map));
  }

  private static float[] softened(float[] map) {
    float[] across = new float[map.length];
    float[] soft = new float[map.length];
    int side = 2 * SOFTNESS + 1;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        float sum = 0;
        for (int d = -SOFTNESS; d <= SOFTNESS; d++) {
          sum += map[y * WIDTH + Math.floorMod(x + d, WIDTH)];
        }
        across[y * WIDTH + x] = sum / side;
      }
    }
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        float sum = 0;
        for (int d = -SOFTNESS; d <= SOFTNESS; d++) {
          sum += across[Math.max(0, Math.min(HEIGHT - 1, y + d)) * WIDTH + x];
        }
        soft[y * WIDTH + x] = sum / side;
      }
    }
    return soft;
  }

  /** One outline on the map, right ascension to the right, north up. */
  private static byte[] filled(JsonNode polygons) {
    Path2D path = new Path2D.Double(Path2D.WIND_EVEN_ODD);
    for (JsonNode polygon : polygons) {
      for (JsonNode ring : polygon) {
        append(path, ring);
      }
    }
    BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_BYTE_GRAY);
    Graphics2D g = image.createGraphics();
    g.setColor(Color.WHITE);
    for (int turn = -1; turn <= 1; turn++) {
      Path2D shifted = new Path2D.Double(path);
      shifted.transform(AffineTransform.getTranslateInstance(turn * WIDTH, 0));
      g.fill(shifted);
    }
    g.dispose();
    return ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
  }

  /**
   * A ring without jumps at right ascension 0. One that goes round the whole sky is closed along
   * the south pole: two such, by the even-odd rule, leave the band between them.
   */
  private static void append(Path2D path, JsonNode ring) {
    double first = ring.get(0).get(0).asDouble();
    double before = first;
    path.moveTo(PER_DEGREE * first, PER_DEGREE * (90 - ring.get(0).get(1).asDouble()));
    for (JsonNode point : ring) {
      before += Angle.signed(point.get(0).asDouble() - before);
      path.lineTo(PER_DEGREE * before, PER_DEGREE * (90 - point.get(1).asDouble()));
    }
    if (Math.abs(before - first) > 180) {
      path.lineTo(PER_DEGREE * before, HEIGHT);
      path.lineTo(PER_DEGREE * first, HEIGHT);
    }
    path.closePath();
  }
}
