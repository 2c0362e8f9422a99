package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;

class MemoryPlanTest {
  private static final long MB = 1 << 20;
  private static final PixelLayout LARGE = new PixelLayout(6000, 4000, 3, 8);
  private static final long DECODED = LARGE.samples();

  private static MemoryPlan running(long megabytes, int cores) {
    return MemoryPlan.running(LARGE, 4, 2, DECODED, 0, 60, cores, new ByteSize(megabytes * MB));
  }

  @Test
  void plentyGivesEveryCoreAFrameAndTheWholeResultAtOnce() {
    MemoryPlan plan = running(4000, 4);
    assertThat(plan.workers()).isEqualTo(4);
    assertThat(plan.bandRows()).isEqualTo(4000);
  }

  @Test
  void scarcityIsDividedSoThatTheWorkIsDoneSoonest() {
    // Each band decodes every frame anew: one core takes the whole result, four share three bands.
    assertThat(running(420, 1).bandRows()).isEqualTo(4000);
    MemoryPlan four = running(420, 4);
    int bands = (4000 + four.bandRows() - 1) / four.bandRows();
    assertThat((double) four.workers() / bands).isGreaterThan(1);
    assertThat(running(150, 4).bandRows()).isLessThan(4000).isPositive();
  }

  @Property(tries = 300)
  void aPlanNeverTakesMoreThanItsBound(
      @ForAll @IntRange(min = 1, max = 3000) int megabytes,
      @ForAll @IntRange(min = 1, max = 16) int cores,
      @ForAll @IntRange(min = 1, max = 400) int frames) {
    ByteSize bound = new ByteSize(megabytes * MB);
    try {
      MemoryPlan running = MemoryPlan.running(LARGE, 4, 2, DECODED, 0, frames, cores, bound);
      assertThat(running.bytes()).isLessThanOrEqualTo(bound.bytes());
      assertThat(running.workers()).isBetween(1, Math.min(cores, frames));
      assertThat(running.bandRows() == 4000 || running.bandRows() % 8 == 0).isTrue();
    } catch (InvalidInput e) {
      assertThat(megabytes).isLessThan(90);
    }
    try {
      MemoryPlan ordered = MemoryPlan.ordered(LARGE, 2, DECODED, 0, frames, cores, bound);
      assertThat(ordered.bytes()).isLessThanOrEqualTo(bound.bytes());
    } catch (InvalidInput e) {
      assertThat(megabytes).isLessThan(120);
    }
  }

  @Test
  void theLeastThatIsNamedWorks() {
    for (boolean ordered : new boolean[] {false, true}) {
      assertThatThrownBy(() -> plan(ordered, new ByteSize(MB)))
          .isInstanceOf(InvalidInput.class)
          .satisfies(
              e -> {
                Matcher least = Pattern.compile("works is (\\d+)m").matcher(e.getMessage());
                assertThat(least.find()).isTrue();
                MemoryPlan plan = plan(ordered, ByteSize.parse(least.group(1) + "m"));
                assertThat(plan.bandRows()).isPositive();
              });
    }
  }

  private static MemoryPlan plan(boolean ordered, ByteSize bound) {
    return ordered
        ? MemoryPlan.ordered(LARGE, 2, DECODED, 5 * MB, 60, 2, bound)
        : MemoryPlan.running(LARGE, 4, 2, DECODED, 5 * MB, 60, 2, bound);
  }

  @Test
  void stripsBeginOnPackedSamples() {
    for (int width : new int[] {1, 7, 333, 6000, 65_500}) {
      int rows = MemoryPlan.stripRows(new PixelLayout(width, 9000, 3, 8));
      assertThat(rows % 8).isZero();
      assertThat(rows).isPositive();
    }
  }
}
