package zygonox.core.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ContentKeyTest {
  @TempDir Path folder;

  private static String key(Path file) throws Exception {
    return ContentKey.of("measure", List.of(file));
  }

  @Test
  void aFileThatMovedIsKnown() throws Exception {
    Path file = Files.writeString(folder.resolve("a.tif"), "light");
    String key = key(file);
    assertThat(key).hasSize(32);
    assertThat(key(Files.move(file, folder.resolve("b.tif")))).isEqualTo(key);
    assertThat(ContentKey.of("stars", List.of(folder.resolve("b.tif")))).isNotEqualTo(key);
  }

  /** As when a spot is painted out of a large picture that is not compressed. */
  @Test
  void aFileThatWasWrittenAnewIsNotWhereverItDiffers() throws Exception {
    byte[] bytes = new byte[1 << 20];
    new Random(1).nextBytes(bytes);
    Path file = Files.write(folder.resolve("a.tif"), bytes);
    Files.setLastModifiedTime(file, FileTime.fromMillis(1_000_000));
    String key = key(file);
    bytes[300_000] ^= 1;
    Files.write(file, bytes);
    assertThat(key(file)).isNotEqualTo(key);
  }
}
