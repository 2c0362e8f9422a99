package zygonox.core.rehearsal;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.time.Instant;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.site.Site;
import zygonox.core.site.Surroundings;
import zygonox.core.sky.Skyline;
import zygonox.core.sky.Vector;

/**
 * What stands in front of the sky. At the demo's place two ridges, a reservoir, and an old pumping
 * windmill on its bank; anywhere else open ground up to the site's own skyline. Everything has a
 * fixed direction from the tripod, so that it stays where it is while the lens turns.
 *
 * @param windmillAzimuthDeg where the mill stands, degrees from north through east; empty: there is
 *     none
 * @param skyline where the ground ends without a mill
 * @param surroundings what stands along its edge
 */
public record Scene(OptionalDouble windmillAzimuthDeg, Skyline skyline, Surroundings surroundings) {
  /** With the mill a little west of north, where trails turn about the pole above it. */
  public static final Scene USUAL = new Scene(352);

  /** The demo's place, and how near to it the mill is seen. */
  private static final Place RESERVOIR = new Place(54.42, -2.31, 312);

  private static final double NEAR_DEG = 0.1;

  /** Where the ground at one's feet begins, and how ragged the edge of open ground is. */
  private static final double FEET_DEG = -14;

  private static final double RAGGED_DEG = 0.12;

  private static final double TREE_STEP_DEG = 0.03;

  /**
   * By the reservoir.
   *
   * @param windmillAzimuthDeg where the mill stands
   */
  public Scene(double windmillAzimuthDeg) {
    this(OptionalDouble.of(windmillAzimuthDeg), Skyline.LEVEL, Surroundings.OPEN);
  }

  /** What a site shows. */
  public static Scene of(Site site) {
    boolean near =
        Math.abs(site.place().latitudeDeg() - RESERVOIR.latitudeDeg()) < NEAR_DEG
            && Math.abs(Angle.signed(site.place().longitudeDeg() - RESERVOIR.longitudeDeg()))
                < NEAR_DEG;
    return new Scene(
        near ? USUAL.windmillAzimuthDeg : OptionalDouble.empty(),
        near ? Skyline.LEVEL : site.skyline(),
        site.surroundings());
  }

  /** Shades of the ground as shares of 255; the sky is 0. */
  private static final int FAR_RIDGE = 90;

  private static final int WATER = 150;
  private static final int BANK = 255;
  private static final int MILL = 240;
  private static final int NEAR_THING = 220;

  /** Places along a smear that are summed, at the most. */
  private static final int MOST_SMEARED = 24;

  private static final double SHORE_DEG = -1.2;
  private static final double BANK_DEG = -7.5;

  /** The path lies a little before the water's edge. */
  private static final double PATH_BELOW_DEG = 0.4;

  private static final int BLADES = 18;

  /** How much of each pixel is which kind of ground. */
  record Ground(int width, byte[] shade, byte[] cover) {
    /** How far the pixel hides the sky, 0 to 1. */
    float cover(int index) {
      return (cover[index] & 0xff) / 255f;
    }

    /** Whether nothing hides the sky at the pixel. */
    boolean isOpen(int index) {
      return cover[index] == 0;
    }

    /** Which ground it is, 0 to 255; see the scene's shades. */
    int shade(int index) {
      return shade[index] & 0xff;
    }

    boolean isWater(int index) {
      return shade(index) == WATER;
    }

    /** The same with something dark in front of it. */
    Ground behind(List<Shape> outlines) {
      byte[] shades = shade.clone();
      byte[] covers = cover.clone();
      draw(outlines, shades, NEAR_THING);
      draw(outlines, covers, 255);
      return new Ground(width, shades, covers);
    }

    private void draw(List<Shape> outlines, byte[] on, int level) {
      BufferedImage image =
          new BufferedImage(width, on.length / width, BufferedImage.TYPE_BYTE_GRAY);
      byte[] drawn = bytes(image);
      System.arraycopy(on, 0, drawn, 0, on.length);
      Graphics2D g = image.createGraphics();
      g.setColor(new Color(level, level, level));
      outlines.forEach(g::fill);
      g.dispose();
      System.arraycopy(drawn, 0, on, 0, on.length);
    }

    /** The same drawn along a line of pixels, as when the camera turned meanwhile. */
    Ground smeared(double alongX, double alongY) {
      int height = cover.length / width;
      int steps = (int) Math.max(1, Math.min(MOST_SMEARED, Math.ceil(Math.hypot(alongX, alongY))));
      int[] sums = new int[cover.length];
      for (int s = 0; s < steps; s++) {
        double share = (s + 0.5) / steps - 0.5;
        int dx = (int) Math.round(share * alongX);
        int dy = (int) Math.round(share * alongY);
        for (int y = 0; y < height; y++) {
          int from = Math.max(0, Math.min(height - 1, y - dy)) * width;
          for (int x = 0; x < width; x++) {
            sums[y * width + x] += cover[from + Math.max(0, Math.min(width - 1, x - dx))] & 0xff;
          }
        }
      }
      byte[] smeared = new byte[cover.length];
      byte[] shades = shade.clone();
      for (int i = 0; i < smeared.length; i++) {
        smeared[i] = (byte) (sums[i] / steps);
        // What was drawn over the sky has the shade of the ground beside it.
        if (shades[i] == 0 && smeared[i] != 0) {
          shades[i] = (byte) FAR_RIDGE;
        }
      }
      return new Ground(width, shades, smeared);
    }

    /** The same out of focus: its edges drawn out by so many pixels each way. */
    Ground blurred(int pixels) {
      int height = cover.length / width;
      byte[] across = new byte[cover.length];
      byte[] both = new byte[cover.length];
      for (int y = 0; y < height; y++) {
        boxed(cover, across, y * width, 1, width, pixels);
      }
      for (int x = 0; x < width; x++) {
        boxed(across, both, x, width, height, pixels);
      }
      return new Ground(width, shade, both);
    }

    private static void boxed(byte[] from, byte[] into, int first, int step, int count, int reach) {
      int sum = 0;
      for (int i = -reach; i <= reach; i++) {
        sum += from[first + step * Math.max(0, Math.min(count - 1, i))] & 0xff;
      }
      for (int i = 0; i < count; i++) {
        into[first + step * i] = (byte) (sum / (2 * reach + 1));
        sum += from[first + step * Math.min(count - 1, i + reach + 1)] & 0xff;
        sum -= from[first + step * Math.max(0, i - reach)] & 0xff;
      }
    }
  }

  /** Draws the scene as a lens sees it. */
  Ground seenBy(Projection projection, int width, int height) {
    BufferedImage cover = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
    BufferedImage shade = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
    new Painter(projection, cover, 255, 255, 255, 255).paint();
    new Painter(projection, shade, FAR_RIDGE, WATER, BANK, MILL).paint();
    return new Ground(width, bytes(shade), bytes(cover));
  }

  private static byte[] bytes(BufferedImage image) {
    return ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
  }

  /** The skyline's altitude in degrees at an azimuth: the far ridge. */
  static double ridgeDeg(double azimuthDeg) {
    return 3.2
        + 1.6 * Angle.sin(2 * azimuthDeg + 40)
        + 0.9 * Angle.sin(5 * azimuthDeg - 70)
        + 0.35 * Angle.sin(17 * azimuthDeg)
        + 0.15 * Angle.sin(43 * azimuthDeg + 10);
  }

  private Horizon horizon() {
    return new Horizon(windmillAzimuthDeg.isPresent() ? Scene::ridgeDeg : a -> openGroundDeg(a));
  }

  /** The fog that lies in it at a moment. */
  ValleyFog fog(Instant time) {
    return surroundings == Surroundings.FOG ? ValleyFog.at(time) : ValleyFog.NONE;
  }

  /** Lamps that are always lit. */
  List<Horizon.Lamp> lamps() {
    return surroundings == Surroundings.VILLAGE ? horizon().lamps() : List.of();
  }

  /** Where the path along the near bank lies. */
  double pathDeg(double azimuthDeg) {
    return windmillAzimuthDeg.isPresent() ? bankDeg(azimuthDeg) - PATH_BELOW_DEG : FEET_DEG / 2;
  }

  private static double bankDeg(double azimuthDeg) {
    return BANK_DEG + 1.1 * Angle.sin(3 * azimuthDeg + 25) + 0.25 * Angle.sin(29 * azimuthDeg);
  }

  /** The site's skyline with a little of its own raggedness, which no one draws. */
  private double openGroundDeg(double azimuthDeg) {
    return skyline.altitudeDeg(azimuthDeg)
        + RAGGED_DEG * (Angle.sin(61 * azimuthDeg) + 0.6 * Angle.sin(149 * azimuthDeg + 50));
  }

  private final class Painter {
    private final Projection projection;
    private final Graphics2D g;
    private final int farRidge;
    private final int water;
    private final int bank;
    private final int mill;

    Painter(
        Projection projection, BufferedImage image, int farRidge, int water, int bank, int mill) {
      this.projection = projection;
      this.farRidge = farRidge;
      this.water = water;
      this.bank = bank;
      this.mill = mill;
      g = image.createGraphics();
      // Cover is smoothed at its edges; shades are not, for a mix of two would be a third.
      boolean smooth = farRidge == 255;
      g.setRenderingHint(
          RenderingHints.KEY_ANTIALIASING,
          smooth ? RenderingHints.VALUE_ANTIALIAS_ON : RenderingHints.VALUE_ANTIALIAS_OFF);
    }

    void paint() {
      paintHorizon();
      if (windmillAzimuthDeg.isPresent()) {
        fillBelow(farRidge, Scene::ridgeDeg);
        fillBelow(water, a -> SHORE_DEG);
        fillBelow(bank, Scene::bankDeg);
        paintMill();
      } else {
        fillBelow(farRidge, a -> openGroundDeg(a));
        fillBelow(bank, a -> FEET_DEG + 1.5 * Angle.sin(3 * a) + 0.4 * Angle.sin(23 * a));
      }
      g.dispose();
    }

    private void paintHorizon() {
      colour(farRidge);
      Horizon horizon = horizon();
      if (surroundings == Surroundings.TREES) {
        for (double a = 0; a < 360; a += TREE_STEP_DEG) {
          double b = a + TREE_STEP_DEG;
          double seam = Math.toDegrees(1 / projection.focalPixels());
          fill(
              new Direction(a, horizon.treesDeg(a)),
              new Direction(b, horizon.treesDeg(b)),
              new Direction(b + seam, horizon.skylineDeg().applyAsDouble(b) - 0.5),
              new Direction(a - seam, horizon.skylineDeg().applyAsDouble(a) - 0.5));
        }
      } else if (surroundings == Surroundings.VILLAGE) {
        for (Horizon.House house : horizon.houses()) {
          fill(
              new Direction(house.left(), house.low()),
              new Direction(house.left(), house.eaves()),
              new Direction((house.left() + house.right()) / 2, house.ridge()),
              new Direction(house.right(), house.eaves()),
              new Direction(house.right(), house.low()));
        }
      }
    }

    private void colour(int level) {
      g.setColor(new Color(level, level, level));
    }

    private void fillBelow(int level, DoubleUnaryOperator edgeDeg) {
      colour(level);
      double step = 0.25;
      // Each reaches two pixels into the next: else the sky would shine through their smoothed
      // seams.
      double seam = Math.toDegrees(2 / projection.focalPixels());
      for (double a = 0; a < 360; a += step) {
        double b = a + step + seam;
        // In bands down to the feet: a lens sees only those in front of it.
        double low = -40;
        fill(
            new Direction(a, edgeDeg.applyAsDouble(a)),
            new Direction(b, edgeDeg.applyAsDouble(b)),
            new Direction(b, low),
            new Direction(a, low));
        for (double top = low; top > -85; top -= 15) {
          fill(
              new Direction(a, top + 0.1),
              new Direction(b, top + 0.1),
              new Direction(b, top - 15),
              new Direction(a, top - 15));
        }
      }
    }

    private void fill(Direction... corners) {
      Path2D path = new Path2D.Double();
      for (int i = 0; i < corners.length; i++) {
        Vector v = Vector.of(corners[i]);
        if (!projection.sees(v)) {
          return;
        }
        if (i == 0) {
          path.moveTo(projection.x(v) + 0.5, projection.y(v) + 0.5);
        } else {
          path.lineTo(projection.x(v) + 0.5, projection.y(v) + 0.5);
        }
      }
      path.closePath();
      g.fill(path);
    }

    /** A point beside the mill, in degrees across and up from the foot of its tower. */
    private Direction at(double across, double up) {
      return new Direction(
          windmillAzimuthDeg.getAsDouble() + across / Angle.cos(up),
          Math.max(-80, BANK_DEG + 1 + up));
    }

    private void beam(double x0, double y0, double x1, double y1, double thickDeg) {
      Vector a = Vector.of(at(x0, y0));
      Vector b = Vector.of(at(x1, y1));
      if (projection.sees(a) && projection.sees(b)) {
        double pixels = projection.focalPixels() * Math.toRadians(thickDeg);
        g.setStroke(
            new BasicStroke(
                (float) Math.max(0.4, pixels), BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER));
        Path2D line = new Path2D.Double();
        line.moveTo(projection.x(a) + 0.5, projection.y(a) + 0.5);
        line.lineTo(projection.x(b) + 0.5, projection.y(b) + 0.5);
        g.draw(line);
      }
    }

    private void paintMill() {
      colour(mill);
      double hub = 24;
      double foot = 3.4;
      double head = 0.5;
      beam(-foot, 0, -head, hub, 0.38);
      beam(foot, 0, head, hub, 0.38);
      beam(-foot * 0.35, 0, -head * 0.3, hub, 0.28);
      int stages = 6;
      for (int s = 0; s < stages; s++) {
        double low = hub * s / stages;
        double high = hub * (s + 1) / stages;
        double wideLow = foot + (head - foot) * s / stages;
        double wideHigh = foot + (head - foot) * (s + 1) / stages;
        beam(-wideHigh, high, wideHigh, high, 0.18);
        beam(-wideLow, low, wideHigh, high, 0.14);
        beam(wideLow, low, -wideHigh, high, 0.14);
      }
      beam(-1.5, hub - 2.4, 1.5, hub - 2.4, 0.45);
      rotor(hub);
      beam(0, hub, 8.2, hub + 0.5, 0.22);
      fill(at(6.2, hub - 1.2), at(9.6, hub - 2.2), at(9.6, hub + 3.0), at(6.2, hub + 1.9));
    }

    private void rotor(double hub) {
      double inner = 1.5;
      double outer = 6.2;
      for (int b = 0; b < BLADES; b++) {
        // Two blades have been gone for years.
        if (b == 4 || b == 11) {
          continue;
        }
        double from = 360.0 / BLADES * b + 7;
        double to = from + 360.0 / BLADES * 0.62;
        fill(
            at(inner * Angle.cos(from), hub + inner * Angle.sin(from)),
            at(outer * Angle.cos(from), hub + outer * Angle.sin(from)),
            at(outer * Angle.cos(to), hub + outer * Angle.sin(to)),
            at(inner * Angle.cos(to), hub + inner * Angle.sin(to)));
      }
      for (double radius : new double[] {1.5, 4.4}) {
        for (int k = 0; k < 48; k++) {
          double a = 7.5 * k;
          beam(
              radius * Angle.cos(a),
              hub + radius * Angle.sin(a),
              radius * Angle.cos(a + 7.6),
              hub + radius * Angle.sin(a + 7.6),
              0.12);
        }
      }
    }
  }
}
