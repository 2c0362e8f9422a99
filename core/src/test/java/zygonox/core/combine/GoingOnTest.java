package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentSkipListSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;

/** What a killed run had done is told and given as if it had not been killed. */
class GoingOnTest {
  private static final PixelLayout LAYOUT = new PixelLayout(160, 144, 3, 16);
  private static final int FRAMES = 5;
  private static final int DAMAGED = 3;

  /** Room for two bands of the result, and for the strips of two workers. */
  private static final String TIGHT = "480k";

  @TempDir Path folder;
  private final List<Frame> frames = new ArrayList<>();
  private final List<Raster> pictures = new ArrayList<>();
  private Path out;

  /** The first rows of what is read of any frame. */
  private final Set<Integer> read = new ConcurrentSkipListSet<>();

  /** Something that looks on: how many strips it has seen. */
  private int[] looked;

  private final Snapshot.Content looking = (file, samples) -> file.of(looked, 1);

  /** The picture as it was seen last. */
  private volatile Preview seen;

  private final BlendWatcher watcher =
      new BlendWatcher() {
        @Override
        public void step(int done, int total) {}

        @Override
        public boolean wantsPictures() {
          return true;
        }

        @Override
        public void picture(Preview preview) {
          seen = preview;
        }
      };

  /** The row at which the run is killed. */
  private int killedAt = Integer.MAX_VALUE;

  /** What ends a process leaves no time for cleaning up. */
  private static final class Killed extends Error {
    private static final long serialVersionUID = 1L;
  }

  @BeforeEach
  void makeFrames() throws Exception {
    Path inside = Files.createDirectory(folder.resolve("frames"));
    out = folder.resolve("r.tif");
    for (int i = 0; i < FRAMES; i++) {
      pictures.add(TestPictures.random(LAYOUT, i));
      Path file = inside.resolve("f" + i + ".tif");
      frames.add(Frame.look(TestPictures.write(file, pictures.get(i), FrameInfo.UNKNOWN)));
    }
  }

  /** A frame that only decodes as a whole; one of them is damaged. */
  private PixelSource open(int index) {
    PixelSource whole = PixelSource.of(pictures.get(index));
    return new PixelSource() {
      @Override
      public PixelLayout layout() {
        return LAYOUT;
      }

      @Override
      public boolean anyRowsCheaply() {
        return false;
      }

      @Override
      public long heldBytes() {
        return 0;
      }

      @Override
      public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
        if (firstRow >= killedAt) {
          throw new Killed();
        }
        if (index == DAMAGED) {
          throw new UnreadableFrame(
              frames.get(index).file(), new ReadFault(ReadFault.Kind.DAMAGED, ""));
        }
        read.add(firstRow);
        synchronized (frames) {
          looked[0]++;
        }
        whole.read(firstRow, rows, into);
      }

      @Override
      public void close() {
        whole.close();
      }
    };
  }

  private Combination<PixelSource> blend(BlendMethod method, String memory, boolean stays) {
    read.clear();
    looked = new int[1];
    List<Contribution<PixelSource>> contributions = new ArrayList<>();
    for (int i = 0; i < FRAMES; i++) {
      int index = i;
      contributions.add(new Contribution<>(frames.get(i), 1, () -> open(index)));
    }
    Combination<PixelSource> combination =
        Combination.exact(
            new Combination.Terms(
                method,
                AverageIn.LINEAR,
                2,
                LAYOUT,
                ToneCurve.SRGB,
                Depth.SIXTEEN,
                ByteSize.parse(memory),
                0,
                folder,
                new Snapshot(out, "aa", stays, List.of(looking)),
                method == BlendMethod.CLIPPED_MEAN),
            contributions,
            watcher,
            new Cancellation());
    PictureHeader header =
        new PictureHeader(160, 144, 3, Depth.SIXTEEN, FrameInfo.UNKNOWN, () -> "");
    OutputFormat.TIFF.write(out, WholeFile.IfPresent.REPLACE, header, combination::run);
    return combination;
  }

  private short[] samples() throws Exception {
    return PictureReader.readWhole(Frame.look(out)).samples();
  }

  private static void assertSame(Combination<?> made, Combination<?> expected) {
    assertThat(made.used()).isEqualTo(FRAMES - 1);
    assertThat(made.dropped()).isEqualTo(expected.dropped());
    assertThat(made.noise()).isPresent().isEqualTo(expected.noise());
    assertThat(made.rejection().map(r -> r.counts(4)))
        .isEqualTo(expected.rejection().map(r -> r.counts(4)));
  }

  @ParameterizedTest
  @EnumSource(
      value = BlendMethod.class,
      names = {"LIGHTEN", "MEAN", "MEDIAN", "CLIPPED_MEAN"})
  void aFinishedPartIsNotBlendedAgainForWhatItIsAPartOf(BlendMethod method) throws Exception {
    Combination<?> first = blend(method, "1g", true);
    short[] samples = samples();
    assertThat(read).isNotEmpty();
    int strips = looked[0];
    Files.delete(out);
    Combination<?> again = blend(method, "1g", true);
    assertThat(read).isEmpty();
    assertThat(looked).containsExactly(strips);
    assertThat(samples()).isEqualTo(samples);
    assertSame(again, first);
  }

  @Test
  void bandsThatWereDoneAreNotDoneAgain() throws Exception {
    Combination<?> expected = blend(BlendMethod.MEAN, TIGHT, false);
    short[] samples = samples();
    int lastBand = read.stream().mapToInt(r -> r).max().orElseThrow();
    assertThat(lastBand).isPositive();
    int strips = looked[0];
    Files.delete(out);
    killedAt = lastBand;
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, TIGHT, false)).isInstanceOf(Killed.class);
    assertThat(out).doesNotExist();
    killedAt = Integer.MAX_VALUE;
    Combination<?> made = blend(BlendMethod.MEAN, TIGHT, false);
    assertThat(read).containsExactly(lastBand);
    // What was taken over is seen too; the mean of random samples is black nowhere.
    assertThat(seen.argb()).doesNotContain(0xff000000);
    assertThat(looked).containsExactly(strips);
    assertThat(samples()).isEqualTo(samples);
    assertSame(made, expected);
    try (var left = Files.list(folder)) {
      assertThat(left.map(f -> f.getFileName().toString())).containsOnly("frames", "r.tif");
    }
  }
}
