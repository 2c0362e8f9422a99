package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.Orientation;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;

/** What lens, filter and dust do to the light of rehearsed frames. */
class LensLightTest {
  private static final Night NEBULA =
      NightFile.open(java.nio.file.Path.of("..", "demo", "tracked")).night();
  private static final int WIDTH = 900;
  private static final int HEIGHT = 600;

  private static SimulatedCamera camera(Night night, Set<HappeningKind> kinds, Program program) {
    Body body = night.body().withPixels(WIDTH, HEIGHT);
    return new SimulatedCamera(
        body,
        night.lens(),
        night.site(),
        Scene.of(night.site()),
        1,
        Happenings.of(kinds, List.of(program), body, 1),
        10);
  }

  private static float[] light(SimulatedCamera camera, Program program) {
    return light(camera, program, program.shots().get(0));
  }

  private static float[] light(SimulatedCamera camera, Program program, Shot shot) {
    FrameLight frame = new FrameLight(camera, program, shot);
    Body held = camera.held(program);
    float[] all = new float[3 * held.pixelsWide() * held.pixelsHigh()];
    for (int row = 0; row < held.pixelsHigh(); row += FrameLight.STRIP_ROWS) {
      int rows = Math.min(FrameLight.STRIP_ROWS, held.pixelsHigh() - row);
      float[] strip = frame.withoutStars(row, rows);
      System.arraycopy(strip, 0, all, 3 * row * held.pixelsWide(), 3 * rows * held.pixelsWide());
    }
    return all;
  }

  @Test
  void aHydrogenFilterPassesTheNebulasLineAndHardlyAnythingElse() {
    Program plain = NEBULA.programs().get(0);
    SimulatedCamera camera = camera(NEBULA, Set.of(), plain);
    float[] open = light(camera, plain);
    float[] filtered = light(camera, plain.withFilter(LensFilter.HYDROGEN));
    float[] own = light(camera, plain.withJob(Job.DARKS));
    int brightest = 0;
    int faintest = 0;
    for (int i = 0; i < WIDTH * 300; i++) {
      brightest =
          open[3 * i] - open[3 * i + 1] > open[3 * brightest] - open[3 * brightest + 1]
              ? i
              : brightest;
      faintest = open[3 * i] < open[3 * faintest] ? i : faintest;
    }
    double sky = open[3 * faintest] - own[3 * faintest];
    double nebula = open[3 * brightest] - own[3 * brightest] - sky;
    assertThat(nebula).isGreaterThan(0.1 * sky);
    assertThat(filtered[3 * faintest] - own[3 * faintest])
        .isCloseTo((float) (sky * 7 / 80), within((float) (0.01 * sky)));
    // Where the nebula is, the sky is nearly the faintest place's: 0.9 of the line is left.
    assertThat(filtered[3 * brightest] - own[3 * brightest])
        .isCloseTo(
            (float) (0.9 * nebula + sky * 7 / 80), within((float) (0.03 * nebula + 0.01 * sky)));
    for (int c = 1; c < 3; c++) {
      assertThat(filtered[3 * brightest + c]).isCloseTo(own[3 * brightest + c], within(1e-2f));
    }
  }

  /** How much redder than clear sky the thickest cloud is at a shot. */
  private static double redder(int index) {
    Night night = NightFile.open(java.nio.file.Path.of("..", "demo", "day-into-night")).night();
    Program dusk = night.programs().get(0);
    Shot shot = dusk.shots().get(index);
    float[] clear = light(camera(night, Set.of(), dusk), dusk, shot);
    SimulatedCamera clouded = camera(night, EnumSet.of(HappeningKind.CLOUD), dusk);
    float[] cloud = light(clouded, dusk, shot);
    CloudCover cover = new CloudCover(clouded.happenings(), Exposure.of(shot).middle(), WIDTH);
    int thickest = 0;
    int open = 0;
    for (int i = 0; i < WIDTH * HEIGHT / 4; i++) {
      float here = cover.at(i % WIDTH, i / WIDTH);
      thickest = here > cover.at(thickest % WIDTH, thickest / WIDTH) ? i : thickest;
      open = here < cover.at(open % WIDTH, open / WIDTH) ? i : open;
    }
    assertThat(cover.at(thickest % WIDTH, thickest / WIDTH)).isGreaterThan(0.3f);
    // Between the banks nothing is changed.
    assertThat(cloud[3 * open]).isCloseTo(clear[3 * open], within(clear[3 * open] * 0.02f));
    double with = cloud[3 * thickest] / cloud[3 * thickest + 2];
    return with / (clear[3 * thickest] / clear[3 * thickest + 2]);
  }

  @Test
  void cloudCatchesTheLowSunAndIsGreyAtNight() {
    // A quarter of an hour after sunset, and when the sun is eight degrees down.
    assertThat(redder(35)).isGreaterThan(1.15);
    assertThat(redder(66)).isCloseTo(1, within(0.02));
  }

  @Test
  void aFlatIsHalfWhiteInTheMiddleAndFallsOffAsTheFramesDo() {
    Program sky = TestNights.demo().programs().get(0);
    Program flat = sky.withJob(Job.FLATS).withIso(100);
    SimulatedCamera camera = camera(TestNights.demo(), Set.of(), flat);
    float[] even = light(camera, flat);
    float[] own = light(camera, flat.withJob(Job.DARKS));
    int middle = 3 * (HEIGHT / 2 * WIDTH + WIDTH / 2);
    double half = 0.5 * camera.meter(flat).white(100);
    assertThat(even[middle] - own[middle]).isCloseTo((float) half, within((float) (0.002 * half)));
    // cos^2 of the angle to the corner, for this lens's field.
    double corner = Math.toRadians(camera.projection(flat).halfDiagonalDeg(WIDTH, HEIGHT));
    assertThat((even[0] - own[0]) / half).isCloseTo(Math.pow(Math.cos(corner), 2), within(0.005));
  }

  @Test
  void dustShadesFlatsAndFramesAlike() {
    Program sky = NEBULA.programs().get(0);
    SimulatedCamera dusty = camera(NEBULA, EnumSet.of(HappeningKind.DUST), sky);
    SimulatedCamera clean = camera(NEBULA, Set.of(), sky);
    Program flat = sky.withJob(Job.FLATS);
    double[] inSky = ratio(dusty, clean, sky);
    double[] inFlat = ratio(dusty, clean, flat);
    List<Dust.Shadow> shadows = dusty.dust(sky).orElseThrow().shadows();
    assertThat(shadows).hasSize(14);
    for (Dust.Shadow shadow : shadows) {
      int at = (int) Math.round(shadow.y()) * WIDTH + (int) Math.round(shadow.x());
      assertThat(inSky[at]).isCloseTo(1 - shadow.taken(), within(0.6 * shadow.taken()));
      assertThat(inFlat[at]).isCloseTo(inSky[at], within(1e-3));
    }
    assertThat(inFlat[0]).isEqualTo(1);
  }

  private static double[] ratio(SimulatedCamera dusty, SimulatedCamera clean, Program program) {
    float[] own = light(clean, program.withJob(Job.DARKS));
    float[] a = light(dusty, program);
    float[] b = light(clean, program);
    double[] ratio = new double[WIDTH * HEIGHT];
    for (int i = 0; i < ratio.length; i++) {
      ratio[i] = (double) (a[3 * i + 1] - own[3 * i + 1]) / (b[3 * i + 1] - own[3 * i + 1]);
    }
    return ratio;
  }

  @Test
  void dustTurnsWithTheCameraAsHotPixelsDo() {
    Dust wide = new Dust(900, 600, Orientation.LANDSCAPE, 4, 3);
    Dust tall = new Dust(600, 900, Orientation.PORTRAIT, 4, 3);
    for (int i = 0; i < wide.shadows().size(); i++) {
      assertThat(tall.shadows().get(i).x()).isCloseTo(wide.shadows().get(i).y(), within(1e-6));
      assertThat(tall.shadows().get(i).y())
          .isCloseTo(899 - wide.shadows().get(i).x(), within(1e-6));
    }
  }

  @Test
  void aLampIsMirroredStraightAcrossTheMiddle() {
    Program sky = TestNights.demo().programs().get(0).withInterval(new Interval(0, 10, 1, 21));
    SimulatedCamera camera = camera(TestNights.demo(), EnumSet.of(HappeningKind.FLARE), sky);
    Shot lit =
        sky.shots().stream().filter(s -> !camera.lamps(sky, s).isEmpty()).findFirst().orElseThrow();
    LampLight lamp = camera.lamps(sky, lit).get(0);
    assertThat((lamp.x() + lamp.mirroredX()) / 2).isCloseTo((WIDTH - 1) / 2.0, within(1e-9));
    assertThat((lamp.y() + lamp.mirroredY()) / 2).isCloseTo((HEIGHT - 1) / 2.0, within(1e-9));
    FrameLight frame = new FrameLight(camera, sky, lit);
    double ghost = green(frame, lamp.mirroredX(), lamp.mirroredY());
    double beside = green(frame, lamp.mirroredX() + 40, lamp.mirroredY());
    assertThat(ghost).isGreaterThan(1.5 * beside);
    // Lamps pass: most frames have none.
    assertThat(sky.shots().stream().filter(s -> camera.lamps(sky, s).isEmpty()).count())
        .isGreaterThan(10);
  }

  private static double green(FrameLight frame, double x, double y) {
    int row = (int) Math.round(y);
    float[] light = frame.gather(row, 1, false);
    double sum = 0;
    for (int i = -4; i <= 4; i++) {
      sum += light[3 * ((int) Math.round(x) + i) + 1];
    }
    return sum / 9;
  }

  @Test
  void numbersDrawnFourAtATimeAreTheSame() {
    Grain one = new Grain(5, 6, 7);
    float[] four = new float[1003];
    new Grain(5, 6, 7).fill(four, four.length);
    for (float number : four) {
      assertThat(number).isEqualTo(one.next());
    }
  }

  @Test
  void aSpotsSharesAddUpAndLieAroundItsPlace() {
    for (double sigma : new double[] {0.6, 1.1, 3.7}) {
      int reach = (int) Math.ceil(6 * sigma);
      Spread spread = new Spread(sigma, reach);
      float[] shares = new float[2 * reach + 1];
      for (float off = -0.5f; off <= 0.5f; off += 0.017f) {
        spread.at(off, shares.length, shares);
        double sum = 0;
        double place = 0;
        for (int i = 0; i < shares.length; i++) {
          sum += shares[i];
          place += shares[i] * (i - reach);
        }
        assertThat(sum).isCloseTo(1, within(2e-5));
        assertThat(place).isCloseTo(off, within(1e-3));
      }
    }
  }
}
