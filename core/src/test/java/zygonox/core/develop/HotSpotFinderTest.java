package zygonox.core.develop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

/** Hot pixels of a run without darks. */
class HotSpotFinderTest {
  private static final int WIDTH = 600;
  private static final int[] HOT = {20 * WIDTH + 31, 77 * WIDTH + 204, 311 * WIDTH + 555};

  @TempDir Path folder;

  /** In three of four frames noise has spikes in the same place by the dozen, in all hardly. */
  @Test
  void whatNoiseDoesInAFewFramesIsNoHotPixel() throws Exception {
    PixelLayout layout = new PixelLayout(WIDTH, 400, 1, 16);
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      Random noise = new Random(i);
      Raster raster = Raster.blank(layout);
      for (int k = 0; k < layout.samples(); k++) {
        raster.samples()[k] = (short) Math.max(0, 6000 + 3000 * noise.nextGaussian());
      }
      for (int hot : HOT) {
        raster.samples()[hot] = (short) 60_000;
      }
      Path file = folder.resolve("f" + i + ".tif");
      TestPictures.write(
          file, raster, TestPictures.info("2026-10-14T22:00:0%d".formatted(i), "+01:00"));
      frames.add(Frame.look(file));
    }
    BitSet found = HotSpotFinder.inRun(frames, Workroom.usual(Progress.NONE, new Cancellation()));
    for (int hot : HOT) {
      assertThat(found.get(hot)).isTrue();
    }
    assertThat(found.cardinality()).isLessThan(2 * HOT.length);
  }
}
