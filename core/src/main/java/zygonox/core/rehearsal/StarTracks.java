package zygonox.core.rehearsal;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;
import zygonox.core.sky.FaintStars;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Planets;
import zygonox.core.sky.ProperMotion;
import zygonox.core.sky.Star;
import zygonox.core.sky.StarCatalogue;
import zygonox.core.sky.Vector;

/**
 * Where the stars' light falls during one exposure: each star draws a short line, spread by the
 * lens to a round spot.
 */
final class StarTracks {
  /**
   * Longest piece of a track that one spot stands for, in sigmas of a spot: their sum ripples by
   * less than a millionth.
   */
  private static final double STEP_SIGMAS = 0.9;

  /** How far a spot reaches, in sigmas; one that hardly shows is cut off nearer. */
  private static final double REACH = 4;

  private static final double FAINT_REACH = 2.6;

  /** A spot of less than so many of the least that shows is a faint one. */
  private static final double FAINT = 40;

  private static final int MOST_STEPS = 4000;

  /** Loss of light straight up, magnitudes; clear air at low heights [common practice]. */
  static final double EXTINCTION_MAG = 0.2;

  private final Looks looks;
  private final Exposure exposure;
  private final Optic optic;
  private final LocalSky open;
  private final LocalSky middle;
  private final LocalSky close;
  private final double psfSigma;
  private final int reach;
  private final int faintReach;
  private final Spread spread;
  private final int width;
  private final int height;
  private final List<List<Spot>> byStrip = new ArrayList<>();
  private final int stripRows;
  private final double coma;

  /** Share of the light that coma draws out in the corners, and how far, in a star's sigmas. */
  private static final double COMA_SHARE = 0.35;

  private static final double COMA_REACH = 3;

  /** Light that falls at one point: electrons a channel. */
  private record Spot(float x, float y, float red, float green, float blue) {}

  /** A star's true place in the frame at the middle of the exposure. */
  record TrueStar(int hip, double magnitude, double x, double y) {}

  private final List<TrueStar> truth = new ArrayList<>();
  private final List<TrueStar> faintTruth = new ArrayList<>();

  /**
   * How the lens looked when the frame opened, in the middle and when it closed: three times the
   * same unless the camera follows the sky.
   */
  record Looks(Projection open, Projection middle, Projection close) {
    Looks(Projection still) {
      this(still, still, still);
    }
  }

  /**
   * What a star's light meets.
   *
   * @param psfSigma spread of a star's image, sigma in pixels
   * @param zeroPoint electrons a second that a star of magnitude 0 gives the green channel
   * @param coma how much of a star's light is drawn outwards in the corners: 0 none, 1 much
   * @param faintest electrons below which a star is lost in the noise
   * @param mostFaint stars beyond the catalogue, at the most about
   */
  record Optic(
      double psfSigma,
      double zeroPoint,
      double coma,
      int width,
      int height,
      double faintest,
      int mostFaint) {}

  /**
   * @param faint those beyond the catalogue
   */
  StarTracks(
      Place place, Looks looks, Exposure exposure, Optic optic, FaintStars faint, int stripRows) {
    this.looks = looks;
    this.exposure = exposure;
    this.optic = optic;
    this.coma = optic.coma;
    this.psfSigma = optic.psfSigma;
    this.reach = (int) Math.ceil(REACH * psfSigma) + 1;
    this.spread = new Spread(psfSigma, reach);
    this.faintReach = (int) Math.ceil(FAINT_REACH * psfSigma);
    this.width = optic.width;
    this.height = optic.height;
    this.stripRows = stripRows;
    for (int y = 0; y < height; y += stripRows) {
      byStrip.add(new ArrayList<>());
    }
    open = new LocalSky(place, exposure.opensAt());
    middle = new LocalSky(place, exposure.middle());
    close = new LocalSky(place, exposure.closesAt());
    StarCatalogue.stars().forEach(s -> draw(ProperMotion.at(s, exposure.middle())));
    Planets.at(exposure.middle()).forEach(this::draw);
    Vector axis = middle.j2000Of(looks.middle.forward());
    double radius = looks.middle.halfDiagonalDeg(width, height);
    double limit = faintLimit(axis, 4 * width * (double) height * square(radius) / diagonal());
    if (limit > FaintStars.BRIGHTEST) {
      faint.near(axis, radius, limit, this::draw);
    }
  }

  private double diagonal() {
    return (double) width * width + (double) height * height;
  }

  private static double square(double v) {
    return v * v;
  }

  /** The magnitude down to which stars show, and of which there are not too many. */
  private double faintLimit(Vector axis, double squareDegrees) {
    double limit =
        2.5 * Math.log10(optic.zeroPoint * exposure.seconds() / Math.max(1e-3, optic.faintest));
    limit = Math.min(FaintStars.FAINTEST, limit);
    while (limit > FaintStars.BRIGHTEST
        && FaintStars.expected(axis, squareDegrees, limit) > optic.mostFaint) {
      limit -= 0.25;
    }
    return limit;
  }

  private void draw(Star star) {
    Vector j2000 = star.vector();
    Vector m = LocalSky.refracted(middle.apparentTowards(j2000));
    if (m.z() <= 0 || !looks.middle.sees(m)) {
      return;
    }
    double x = looks.middle.x(m);
    double y = looks.middle.y(m);
    if (x < -reach - 200 || x > width + reach + 200 || y < -reach - 200 || y > height + 200) {
      return;
    }
    Vector a = LocalSky.refracted(open.apparentTowards(j2000));
    Vector b = LocalSky.refracted(close.apparentTowards(j2000));
    if (!looks.open.sees(a) || !looks.close.sees(b)) {
      return;
    }
    double loss = EXTINCTION_MAG * airMass(Angle.asin(m.z()));
    double electrons =
        optic.zeroPoint * Math.pow(10, -0.4 * (star.magnitude() + loss)) * exposure.seconds();
    draw(star, a, m, b, electrons);
    // Coma draws the middle of a star's light outwards.
    double moved =
        COMA_SHARE
            * coma
            * cornerness(x, y)
            * COMA_REACH
            * psfSigma
            * cornerness(x, y)
            / fromMiddle(x, y);
    boolean beyond = star.hip() == 0 && star.magnitude() > FaintStars.BRIGHTEST;
    (beyond ? faintTruth : truth)
        .add(
            new TrueStar(
                star.hip(),
                star.magnitude(),
                x + moved * (x - width / 2.0),
                y + moved * (y - height / 2.0)));
  }

  /** Kasten and Young, Applied Optics 28, 4735, 1989; altitude in degrees. */
  static double airMass(double altitudeDeg) {
    double h = Math.max(0, altitudeDeg);
    return 1 / (Angle.sin(h) + 0.50572 * Math.pow(h + 6.07995, -1.6364));
  }

  private void draw(Star star, Vector a, Vector m, Vector b, double electrons) {
    double ax = looks.open.x(a);
    double ay = looks.open.y(a);
    double bx = looks.close.x(b);
    double by = looks.close.y(b);
    // Through three points, so that a long exposure's arc bends as it should.
    double mx = looks.middle.x(m);
    double my = looks.middle.y(m);
    double length = Math.hypot(mx - ax, my - ay) + Math.hypot(bx - mx, by - my);
    int steps =
        (int) Math.max(1, Math.min(MOST_STEPS, Math.ceil(length / (STEP_SIGMAS * psfSigma))));
    double bv = Math.max(-0.4, Math.min(2, star.colourIndex()));
    // Redder stars give less blue: a coarse fit to black bodies through common filters.
    float red = (float) (electrons / steps * (0.8 + 0.3 * bv));
    float green = (float) (electrons / steps);
    float blue = (float) (electrons / steps * Math.max(0.25, 1.2 - 0.5 * bv));
    for (int s = 0; s < steps; s++) {
      double t = (s + 0.5) / steps;
      double l0 = 2 * (t - 0.5) * (t - 1);
      double l1 = -4 * t * (t - 1);
      double l2 = 2 * t * (t - 0.5);
      double x = l0 * ax + l1 * mx + l2 * bx;
      double y = l0 * ay + l1 * my + l2 * by;
      float out = (float) (COMA_SHARE * coma * cornerness(x, y));
      add(x, y, 1 - out, red, green, blue);
      if (out > 0.01) {
        double reachShare = COMA_REACH * psfSigma * cornerness(x, y) / fromMiddle(x, y);
        double farX = x + reachShare * (x - width / 2.0);
        double farY = y + reachShare * (y - height / 2.0);
        add(farX, farY, out, red, green, blue);
      }
    }
  }

  /** How far out a place is: 0 in the middle, 1 in the corners, growing with the square. */
  private double cornerness(double x, double y) {
    double dx = x - width / 2.0;
    double dy = y - height / 2.0;
    return 4 * (dx * dx + dy * dy) / diagonal();
  }

  private double fromMiddle(double x, double y) {
    return Math.max(1, Math.hypot(x - width / 2.0, y - height / 2.0));
  }

  private void add(double x, double y, float share, float red, float green, float blue) {
    add(new Spot((float) x, (float) y, share * red, share * green, share * blue));
  }

  private void add(Spot spot) {
    if (spot.x < -reach || spot.x > width + reach) {
      return;
    }
    int first = Math.max(0, (int) Math.floor(spot.y - reach));
    int last = Math.min(height - 1, (int) Math.ceil(spot.y + reach));
    for (int strip = first / stripRows; first <= last && strip <= last / stripRows; strip++) {
      byStrip.get(strip).add(spot);
    }
  }

  /** The true places of the stars in the frame, the brightest first. */
  List<TrueStar> truth() {
    return inside(truth);
  }

  /** The same of the stars beyond the catalogue. */
  List<TrueStar> faintTruth() {
    return inside(faintTruth);
  }

  private List<TrueStar> inside(List<TrueStar> stars) {
    return stars.stream()
        .sorted(Comparator.comparingDouble(TrueStar::magnitude))
        .filter(s -> s.x > 0 && s.y > 0 && s.x < width - 1 && s.y < height - 1)
        .toList();
  }

  /**
   * Adds the light that falls on one strip.
   *
   * @param light electrons, three a pixel, of the strip's rows
   */
  void into(float[] light, int firstRow, int rows) {
    float[] across = new float[2 * reach + 1];
    float[] down = new float[2 * reach + 1];
    for (Spot spot : byStrip.get(firstRow / stripRows)) {
      int far = spot.green < FAINT * optic.faintest ? faintReach : reach;
      int left = (int) Math.round(spot.x) - far;
      int top = (int) Math.round(spot.y) - far;
      int side = 2 * far + 1;
      spread.at(spot.x - left - far, side, across);
      spread.at(spot.y - top - far, side, down);
      int from = Math.max(0, -left);
      int to = Math.min(side, width - left);
      for (int j = Math.max(0, firstRow - top); j < Math.min(side, firstRow + rows - top); j++) {
        int at = 3 * ((top + j - firstRow) * width + left + from);
        for (int i = from; i < to; i++, at += 3) {
          float share = across[i] * down[j];
          light[at] += spot.red * share;
          light[at + 1] += spot.green * share;
          light[at + 2] += spot.blue * share;
        }
      }
    }
  }
}
