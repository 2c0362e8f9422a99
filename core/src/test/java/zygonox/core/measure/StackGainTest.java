package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

class StackGainTest {
  private static final int TRIALS = 20_000;

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 5, 9, 16, 31})
  void whatIsPredictedIsWhatNoiseDoes(int frames) {
    Random random = new Random(7);
    double meanSquare = 0;
    double medianSquare = 0;
    for (int t = 0; t < TRIALS; t++) {
      double[] values = random.doubles(frames).map(u -> random.nextGaussian()).toArray();
      double mean = Arrays.stream(values).average().orElseThrow();
      Arrays.sort(values);
      double median = (values[(frames - 1) / 2] + values[frames / 2]) / 2;
      meanSquare += mean * mean / TRIALS;
      medianSquare += median * median / TRIALS;
    }
    assertThat(StackGain.MEAN.of(frames))
        .isCloseTo(1 / Math.sqrt(meanSquare), within(0.03 * Math.sqrt(frames)));
    assertThat(StackGain.MEDIAN.of(frames))
        .isCloseTo(1 / Math.sqrt(medianSquare), within(0.03 * Math.sqrt(frames)));
  }

  @Property(tries = 60)
  void theFewestFramesReachTheGainAndOneFewerDoesNot(
      @ForAll @DoubleRange(min = 1, max = 40) double gain) {
    for (StackGain method : StackGain.values()) {
      int frames = method.framesFor(gain);
      assertThat(method.of(frames)).isGreaterThanOrEqualTo(gain - 1e-6);
      if (frames > 2) {
        assertThat(method.of(frames - 2)).isLessThan(gain);
      }
    }
  }

  @Test
  void sixteenFramesAreFourTimesQuieterAndFourStopsOfFilter() {
    assertThat(StackGain.MEAN.of(16)).isEqualTo(4);
    assertThat(StackGain.MEAN.framesFor(4)).isEqualTo(16);
    // Common practice, no source: N frames blur water like a filter of log2 N stops.
    assertThat(StackGain.filterStops(16)).isCloseTo(4, within(1e-12));
    assertThatThrownBy(() -> StackGain.MEAN.of(0)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> StackGain.MEDIAN.framesFor(1e6)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void aHistogramTellsWhereThePeakLiesAndWhatIsClipped() {
    Raster raster = Raster.blank(new PixelLayout(100, 10, 3, 8));
    for (int i = 0; i < 1000; i++) {
      raster.samples()[3 * i + 1] = (short) (i < 900 ? 64 : 255);
    }
    Histogram histogram = Histogram.of(raster, 128);
    assertThat(histogram.peak()).isCloseTo(0.254, within(0.01));
    assertThat(histogram.clipped()).isCloseTo(0.1, within(1e-9));
    assertThat(Arrays.stream(histogram.shares()).sum()).isCloseTo(1, within(1e-9));
    assertThatThrownBy(() -> Histogram.of(raster, 1)).isInstanceOf(InvalidInput.class);
  }
}
