package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/**
 * Thousands of files with wrong bytes, cut short or with a directory turned over: each is read, or
 * refused with a reason, and nothing hangs, grows or escapes. Raw files and FITS have their own.
 */
class DamagedFilesTest {
  private static final int FILES = 600;

  @TempDir Path folder;

  private byte[] damaged(byte[] good, Random random) {
    byte[] bad = good.clone();
    // Headers and directories stand at the start or at the end, where wrong bytes hurt most.
    int near = Math.min(bad.length, 400);
    for (int k = 0; k <= random.nextInt(5); k++) {
      int at =
          switch (random.nextInt(3)) {
            case 0 -> random.nextInt(near);
            case 1 -> bad.length - 1 - random.nextInt(near);
            default -> random.nextInt(bad.length);
          };
      // Lengths and sizes go wrong at their extremes.
      bad[at] = (byte) (random.nextBoolean() ? random.nextInt(256) : random.nextInt(3) - 1);
    }
    return random.nextInt(4) == 0 ? Arrays.copyOf(bad, random.nextInt(bad.length)) : bad;
  }

  @ParameterizedTest
  @CsvSource({
    "a.jpg, 3, 8",
    "b.jpg, 1, 8",
    "a.png, 3, 8",
    "b.png, 3, 16",
    "a.tif, 3, 8",
    "b.tif, 1, 16"
  })
  void aDamagedFileIsReadOrRefusedWithAReason(String name, int channels, int bits)
      throws Exception {
    Raster raster = TestPictures.smooth(new PixelLayout(48, 36, channels, bits));
    FrameInfo info = TestPictures.info("2026-10-14T22:00:00", "+01:00");
    byte[] good = Files.readAllBytes(TestPictures.write(folder.resolve(name), raster, info));
    Random random = new Random(name.hashCode());
    Map<ReadFault.Kind, Integer> refused = new TreeMap<>();
    int read = 0;
    Path file = folder.resolve("bad-" + name);
    for (int i = 0; i < FILES; i++) {
      byte[] bad = damaged(good, random);
      Files.write(file, bad);
      try {
        Frame frame = Frame.look(file);
        Raster whole = PictureReader.readWhole(frame);
        assertThat(whole.samples().length).isGreaterThanOrEqualTo(frame.layout().samples());
        QuickLook.of(frame, 20);
        read++;
      } catch (UnreadableFrame e) {
        refused.merge(e.fault().kind(), 1, Integer::sum);
      }
      assertThat(file).hasBinaryContent(bad);
    }
    // Both ends are met: wrong pixels show, wrong structures do not.
    assertThat(read).isGreaterThan(FILES / 50);
    assertThat(refused.values().stream().mapToInt(Integer::intValue).sum())
        .isGreaterThan(FILES / 20);
  }

  /** A folder of them is listed to its end, each file once. */
  @ParameterizedTest
  @CsvSource({"jpg", "png", "tif"})
  void aCardOfDamagedFilesIsListedToItsEnd(String ending) throws Exception {
    Raster raster = TestPictures.smooth(new PixelLayout(48, 36, 3, 8));
    FrameInfo info = TestPictures.info("2026-10-14T22:00:00", "+01:00");
    Path first = TestPictures.write(folder.resolve("000." + ending), raster, info);
    byte[] good = Files.readAllBytes(first);
    Random random = new Random(9);
    for (int i = 1; i < 200; i++) {
      Files.write(folder.resolve("%03d.%s".formatted(i, ending)), damaged(good, random));
    }
    FrameSet set = FrameFinder.find(List.of(folder), Progress.NONE, new Cancellation());
    assertThat(set.frames().size() + set.unreadable().size()).isEqualTo(200);
    assertThat(set.frames()).anyMatch(f -> f.file().equals(first));
    assertThat(set.unreadable()).isNotEmpty();
  }

  /** Most TIFF files have their directory at the end: what was cut off is not unknown. */
  @Test
  void aTiffThatEndsBeforeItsDirectoryIsCutOff() throws Exception {
    Path whole =
        TestPictures.write(
            folder.resolve("whole.tif"),
            TestPictures.random(new PixelLayout(40, 30, 3, 16), 1),
            FrameInfo.UNKNOWN);
    byte[] bytes = Files.readAllBytes(whole);
    for (int length : new int[] {6, 8, 20, 3000}) {
      Path cut = folder.resolve("cut" + length + ".tif");
      Files.write(cut, Arrays.copyOf(bytes, length));
      assertThatThrownBy(() -> Frame.look(cut))
          .isInstanceOf(UnreadableFrame.class)
          .satisfies(
              e ->
                  assertThat(((UnreadableFrame) e).fault().kind())
                      .isEqualTo(ReadFault.Kind.TRUNCATED));
    }
  }
}
