package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.hipparchus.stat.correlation.PearsonsCorrelation;
import org.hipparchus.stat.descriptive.DescriptiveStatistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.measure.Noise;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** The predicted picture held against the blend of frames that were really shot. */
class PredictionTest {
  private static final Night NIGHT = TestNights.demo();
  private static final int FRAMES = 16;
  private static final Body BODY = NIGHT.body().withPixels(480, 320);

  /** A piece of the sensor with its real pixels: large ones gather too much light to be noisy. */
  private static final Body PIECE = new Body("a piece", 36 * 0.08, 24 * 0.08, 480, 320);

  private static SimulatedCamera camera(long seed) {
    return camera(BODY, seed);
  }

  private static SimulatedCamera camera(Body body, long seed) {
    return new SimulatedCamera(body, NIGHT.lens(), NIGHT.site(), new Scene(0), seed);
  }

  private static Program program() {
    Program first = NIGHT.programs().get(0);
    return first.withInterval(first.interval().withCount(FRAMES));
  }

  private static List<Take> takes() {
    return Take.of(program(), NIGHT.conditions(program()));
  }

  /** The brightest of the frames at each sample, as the lighten blend makes it. */
  private static double[] shot() {
    SimulatedCamera camera = camera(3);
    double[] most = new double[480 * 320 * 3];
    for (Take take : takes()) {
      Raster frame = camera.preview(take.settings(), take.shot(), new Cancellation());
      for (int i = 0; i < most.length; i++) {
        most[i] = Math.max(most[i], frame.samples()[i]);
      }
    }
    return most;
  }

  private static double[] predicted(Body body, Prediction.Blend blend) {
    Raster raster =
        new Prediction(camera(body, 4), 4).of(takes(), blend, Progress.NONE, new Cancellation());
    double[] samples = new double[raster.samples().length];
    for (int i = 0; i < samples.length; i++) {
      samples[i] = raster.samples()[i];
    }
    return samples;
  }

  @Test
  void aTrailPictureComesOutAsTheFramesDo() {
    double[] shot = shot();
    double[] predicted = predicted(BODY, Prediction.Blend.LIGHTEN);
    double mean = new DescriptiveStatistics(shot).getMean();
    assertThat(new DescriptiveStatistics(predicted).getMean()).isCloseTo(mean, within(0.03 * mean));
    assertThat(new PearsonsCorrelation().correlation(shot, predicted)).isGreaterThan(0.95);
  }

  /** The first frames added up, or averaged, in light, as a camera does before it develops. */
  @ParameterizedTest
  @EnumSource(
      value = Prediction.Blend.class,
      names = {"CAMERA_ADD", "CAMERA_AVERAGE"})
  void whatTheCameraItselfMakesComesOutAsItsFramesDo(Prediction.Blend blend) {
    int count = Prediction.Blend.MOST_IN_CAMERA;
    assertThat(blend.takes(FRAMES)).isEqualTo(count);
    SimulatedCamera camera = camera(3);
    float[] light = ToneCurve.SRGB.light(8);
    double[] sum = new double[480 * 320 * 3];
    for (Take take : takes().subList(0, count)) {
      Raster frame = camera.preview(take.settings(), take.shot(), new Cancellation());
      for (int i = 0; i < sum.length; i++) {
        sum[i] += light[frame.samples()[i] & 0xffff];
      }
    }
    double[] made = new double[sum.length];
    for (int i = 0; i < sum.length; i++) {
      double one = blend == Prediction.Blend.CAMERA_ADD ? sum[i] : sum[i] / count;
      made[i] = 255 * ToneCurve.SRGB.toEncoded(Math.min(1, one));
    }
    double[] predicted = predicted(BODY, blend);
    double mean = new DescriptiveStatistics(made).getMean();
    assertThat(new DescriptiveStatistics(predicted).getMean()).isCloseTo(mean, within(0.03 * mean));
    assertThat(new PearsonsCorrelation().correlation(made, predicted)).isGreaterThan(0.95);
  }

  @Test
  void aMeanHasLessNoiseThanASingleFrameByTheRootOfTheirCount() {
    double single = skyNoise(predicted(PIECE, Prediction.Blend.SINGLE));
    double mean = skyNoise(predicted(PIECE, Prediction.Blend.MEAN));
    assertThat(single / mean).isCloseTo(Math.sqrt(FRAMES), within(1.2));
  }

  /** Of rows of open sky, in which stars are outliers. */
  private static double skyNoise(double[] samples) {
    int[] off = new int[40 * 440];
    int n = 0;
    for (int y = 20; y < 60; y++) {
      for (int x = 20; x < 460; x++) {
        int i = 3 * (y * 480 + x) + 1;
        off[n++] = (int) (samples[i] - samples[i + 3]);
      }
    }
    return Noise.sigma(off, n);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 5, 30, 170})
  void theHighestOfManyDrawsIsAsHighAndAsSteadyAsDrawn(int n) {
    Random random = new Random(n);
    DescriptiveStatistics highest = new DescriptiveStatistics();
    for (int k = 0; k < 20_000; k++) {
      double most = Double.NEGATIVE_INFINITY;
      for (int i = 0; i < n; i++) {
        most = Math.max(most, random.nextGaussian());
      }
      highest.addValue(most);
    }
    assertThat(Prediction.expectedHighest(n)).isCloseTo(highest.getMean(), within(0.05));
    assertThat(Prediction.spreadOfHighest(n))
        .isCloseTo(highest.getStandardDeviation(), within(0.05));
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void everyJobHasItsBlend(Job job) {
    assertThat(Prediction.Blend.of(job))
        .isEqualTo(
            switch (job) {
              case STAR_TRAILS_SHORT, STAR_TRAILS_LONG, LIGHT_TRAILS -> Prediction.Blend.LIGHTEN;
              case MILKY_WAY_SKY, TRACKED, PANORAMA, NOISE_BURST -> Prediction.Blend.MEAN;
              default -> Prediction.Blend.SINGLE;
            });
  }

  @Test
  void withoutFramesNothingIsPredicted() {
    Prediction prediction = new Prediction(camera(1), 1);
    assertThatThrownBy(
            () ->
                prediction.of(List.of(), Prediction.Blend.MEAN, Progress.NONE, new Cancellation()))
        .isInstanceOf(InvalidInput.class);
  }
}
