package zygonox.core.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.WholeFile.IfPresent;

class WholeFileTest {
  @TempDir Path folder;

  private long files() throws IOException {
    try (Stream<Path> list = Files.list(folder)) {
      return list.count();
    }
  }

  @Test
  void aFileAppearsWhole() throws IOException {
    Path target = folder.resolve("out.txt");
    WholeFile.write(target, IfPresent.REFUSE, p -> Files.writeString(p, "all of it"));
    assertThat(target).hasContent("all of it");
    assertThat(files()).isEqualTo(1);
  }

  @Test
  void aFullDiskLeavesTheOldFileAndNothingElse() throws IOException {
    Path target = folder.resolve("out.txt");
    Files.writeString(target, "old");
    assertThatThrownBy(
            () ->
                WholeFile.write(
                    target,
                    IfPresent.REPLACE,
                    p -> {
                      Files.writeString(p, "half");
                      throw new IOException("No space left on device");
                    }))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("out.txt")
        .hasMessageContaining("the disk is full");
    assertThat(target).hasContent("old");
    assertThat(files()).isEqualTo(1);
  }

  @Test
  void aTrulyFullDiskIsToldAsWell() throws Exception {
    Process mount =
        new ProcessBuilder("mount", "-t", "tmpfs", "-o", "size=64k", "tmpfs", folder.toString())
            .redirectErrorStream(true)
            .start();
    assumeTrue(mount.waitFor() == 0, "only where a small file system may be mounted");
    try {
      Path target = folder.resolve("out.bin");
      assertThatThrownBy(
              () ->
                  WholeFile.write(target, IfPresent.REFUSE, p -> Files.write(p, new byte[1 << 20])))
          .isInstanceOf(WorkFailed.class)
          .hasMessageContaining("could not be written");
      assertThat(files()).isZero();
    } finally {
      new ProcessBuilder("umount", folder.toString()).start().waitFor();
    }
  }

  @Test
  void whatIsThereIsNotReplacedUnasked() throws IOException {
    Path target = folder.resolve("out.txt");
    Files.writeString(target, "old");
    assertThatThrownBy(
            () -> WholeFile.write(target, IfPresent.REFUSE, p -> Files.writeString(p, "new")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("already there");
    assertThat(target).hasContent("old");
  }

  @Test
  void aMissingFolderIsNamed() {
    Path target = folder.resolve("nowhere/out.txt");
    assertThatThrownBy(() -> WholeFile.write(target, IfPresent.REFUSE, p -> {}))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("nowhere");
  }
}
