package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.hipparchus.stat.descriptive.rank.Median;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SortingNetworkTest {
  private final Random random = new Random(4);

  @ParameterizedTest
  @CsvSource({"1", "2", "3", "7", "12"})
  void aNetworkFindsTheMiddleOfEveryPatternOfZerosAndOnes(int size) {
    // The 0-1 principle (Knuth, TAOCP vol. 3, theorem 5.3.4 Z).
    int patterns = 1 << size;
    int[][] rows = new int[size][patterns];
    for (int p = 0; p < patterns; p++) {
      for (int r = 0; r < size; r++) {
        rows[r][p] = p >> r & 1;
      }
    }
    SortingNetwork network = SortingNetwork.forMedian(size);
    network.run(rows, patterns);
    for (int p = 0; p < patterns; p++) {
      int ones = Integer.bitCount(p);
      int twice = 2 * ones > size ? 2 : 2 * ones == size ? 1 : 0;
      assertThat(network.twiceMedian(rows, p)).isEqualTo(twice);
    }
  }

  @ParameterizedTest
  @CsvSource({"1", "2", "5", "16", "61"})
  void aWholeNetworkSorts(int size) {
    float[][] rows = new float[size][50];
    float[][] columns = new float[50][size];
    for (int r = 0; r < size; r++) {
      for (int i = 0; i < 50; i++) {
        rows[r][i] = random.nextInt(40) - 20;
        columns[i][r] = rows[r][i];
      }
    }
    SortingNetwork.sorting(size).run(rows, 50);
    for (int i = 0; i < 50; i++) {
      Arrays.sort(columns[i]);
      for (int r = 0; r < size; r++) {
        assertThat(rows[r][i]).isEqualTo(columns[i][r]);
      }
    }
  }

  @ParameterizedTest
  @CsvSource({"61", "100", "257"})
  void largeNetworksFindMediansToo(int size) {
    int[][] rows = new int[size][50];
    double[][] columns = new double[50][size];
    for (int r = 0; r < size; r++) {
      for (int i = 0; i < 50; i++) {
        rows[r][i] = random.nextInt(65_536);
        columns[i][r] = rows[r][i];
      }
    }
    SortingNetwork network = SortingNetwork.forMedian(size);
    network.run(rows, 50);
    for (int i = 0; i < 50; i++) {
      assertThat(network.twiceMedian(rows, i) / 2.0).isEqualTo(new Median().evaluate(columns[i]));
    }
  }

  @ParameterizedTest
  @CsvSource({"1", "2", "5", "30"})
  void lightGoesThroughTheSameNetwork(int size) {
    float[][] rows = new float[size][50];
    double[][] columns = new double[50][size];
    for (int r = 0; r < size; r++) {
      for (int i = 0; i < 50; i++) {
        rows[r][i] = random.nextFloat() - 0.1f;
        columns[i][r] = rows[r][i];
      }
    }
    SortingNetwork network = SortingNetwork.forMedian(size);
    network.run(rows, 50);
    network.medians(rows, 50);
    for (int i = 0; i < 50; i++) {
      assertThat((double) rows[0][i]).isCloseTo(new Median().evaluate(columns[i]), within(1e-7));
    }
  }
}
