package zygonox.core.rehearsal;

import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import zygonox.core.format.FrameInfo;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Projection;
import zygonox.core.program.Program;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.site.Site;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;

/**
 * A test frame held against what was predicted of it.
 *
 * @param measuredShare the sky's brightness in it, as a share of white
 * @param predictedShare what was predicted
 * @param corrected how dark the site's sky is by it; empty where moon or twilight outshines it, or
 *     the frame says nothing
 */
public record TestFrame(
    double measuredShare, double predictedShare, Optional<SkyBrightness> corrected) {
  /** From this share of white on samples are clipped, and tell nothing. */
  private static final double CLIPPED = 0.95;

  private static final double DARKEST_MAGNITUDE = 22.1;
  private static final double BRIGHTEST_MAGNITUDE = 15;

  /**
   * The part looked at, in shares of width and height: near the middle, where lenses take no light
   * away, and above it, where sky is.
   */
  private static final double LEFT = 0.35;

  private static final double RIGHT = 0.65;
  private static final double TOP = 0.25;
  private static final double BOTTOM = 0.5;

  /** By how many stops it came out brighter than predicted. */
  public double stops() {
    return Math.log(measuredShare / predictedShare) / Math.log(2);
  }

  /**
   * @param frame display-encoded, as cameras write it; the settings it tells of itself hold, else
   *     the program's
   */
  public static TestFrame of(Raster frame, FrameInfo info, Program program, Kit kit, Site site) {
    double seconds = info.exposureSeconds().orElse(program.interval().exposureSeconds());
    double aperture = info.aperture().orElse(program.aperture());
    double iso = info.iso().orElse(program.iso());
    double focal = info.focalMm().orElse(program.focalMm());
    Instant at =
        info.capturedAt()
            .map(c -> c.instant(site.zone().getRules().getOffset(c.clock())))
            .orElse(program.middle(kit.camera().body()));
    LightMeter meter = new LightMeter(kit.camera().body(), focal, aperture);
    SkyGlow glow = new SkyGlow(site.brightness(), site.place(), at);
    // The sky is not as bright everywhere: what is looked at is what is predicted.
    Body held = program.orientation().held(kit.camera().body());
    Vector towards =
        new Projection(held, focal, program.facing())
            .towards(
                held.pixelsWide() * (LEFT + RIGHT) / 2, held.pixelsHigh() * (TOP + BOTTOM) / 2);
    double measured = Srgb.toLight(middleOfSky(frame));
    double predicted = meter.skyShare(glow.magnitude(towards), seconds, iso);
    return new TestFrame(measured, predicted, corrected(measured, predicted, glow, towards, site));
  }

  private static Optional<SkyBrightness> corrected(
      double measured, double predicted, SkyGlow glow, Vector towards, Site site) {
    double total = glow.candelas(towards);
    double dark = glow.darkCandelas(towards);
    double measuredDark = total * measured / predicted - (total - dark);
    if (measured > CLIPPED || measured <= 0 || measuredDark < 0.3 * dark) {
      return Optional.empty();
    }
    double magnitude = site.brightness().magnitude() - 2.5 * Math.log10(measuredDark / dark);
    return magnitude < BRIGHTEST_MAGNITUDE
        ? Optional.empty()
        : Optional.of(
            new SkyBrightness(Math.min(DARKEST_MAGNITUDE, Math.round(magnitude * 10) / 10.0)));
  }

  /** The median of the green samples near the middle, encoded, 0 to 1. */
  private static double middleOfSky(Raster frame) {
    var layout = frame.layout();
    int channel = layout.channels() > 1 ? 1 : 0;
    int[] counts = new int[layout.white() + 1];
    for (int y = (int) (layout.height() * TOP); y < layout.height() * BOTTOM; y++) {
      for (int x = (int) (layout.width() * LEFT); x < layout.width() * RIGHT; x++) {
        counts[frame.at(x, y, channel)]++;
      }
    }
    long half = (long) Arrays.stream(counts).sum() / 2;
    int value = 0;
    for (long below = counts[0]; below <= half && value < layout.white(); ) {
      value++;
      below += counts[value];
    }
    return (double) value / layout.white();
  }
}
