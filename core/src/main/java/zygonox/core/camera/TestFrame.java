package zygonox.core.camera;

import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import zygonox.core.frame.FrameInfo;
import zygonox.core.gear.Kit;
import zygonox.core.optics.LightMeter;
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

  /** Rows looked at: the upper part of the frame, where sky is. */
  private static final double SKY_ROWS = 0.4;

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
    Vector towards = Vector.of(program.facing());
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

  /** The median of the upper rows' green samples, encoded, 0 to 1. */
  private static double middleOfSky(Raster frame) {
    var layout = frame.layout();
    int rows = Math.max(1, (int) (layout.height() * SKY_ROWS));
    int channel = layout.channels() > 1 ? 1 : 0;
    int[] counts = new int[layout.white() + 1];
    for (int y = 0; y < rows; y++) {
      for (int x = 0; x < layout.width(); x++) {
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
