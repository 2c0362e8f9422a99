package zygonox.core.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TemporaryTest {
  /** No process has it: Linux and others count to 2^22 at the most. */
  private static final long NOBODY = 99_999_999;

  @TempDir Path folder;

  @Test
  void whatAKilledProcessLeftIsRemovedByTheNextOnTheSameOutput() throws Exception {
    Path left = Files.writeString(folder.resolve(".r.tif." + NOBODY + "-abc.part"), "half");
    Path other = Files.writeString(folder.resolve(".s.tif." + NOBODY + "-abc.part"), "half");
    Path alive = Files.writeString(Temporary.in(folder, "r.tif"), "at work");
    Path unlike = Files.writeString(folder.resolve(".r.tif.notes"), "mine");
    WholeFile.write(
        folder.resolve("r.tif"), WholeFile.IfPresent.REFUSE, p -> Files.writeString(p, "whole"));
    assertThat(left).doesNotExist();
    assertThat(other).exists();
    assertThat(alive).exists();
    assertThat(unlike).exists();
  }

  @Test
  void aFileThatAppearedMeanwhileIsNotReplaced() throws Exception {
    Path target = folder.resolve("r.tif");
    assertThatThrownBy(
            () ->
                WholeFile.write(
                    target,
                    WholeFile.IfPresent.REFUSE,
                    p -> {
                      Files.writeString(p, "made");
                      Files.writeString(target, "somebody's");
                    }))
        .isInstanceOf(AlreadyThere.class)
        .hasMessageContaining("is already there");
    assertThat(target).hasContent("somebody's");
    try (var files = Files.list(folder)) {
      assertThat(files).hasSize(1);
    }
  }

  @Test
  void whatNobodyAskedForInAQuarterIsThrownAway() throws Exception {
    KeptFiles kept = new KeptFiles(folder.resolve("kept"));
    kept.write("a", new byte[] {1});
    kept.tidy(Instant.now().plus(Duration.ofDays(60)));
    assertThat(kept.read("a")).hasValueSatisfying(b -> assertThat(b).containsExactly(1));
    kept.tidy(Instant.now().plus(Duration.ofDays(100)));
    assertThat(kept.read("a")).isEmpty();
  }

  @Test
  void aFullDiskIsToldWhoeverNoticedIt() {
    IOException system = new FileSystemException("f", null, "No space left on device");
    assertThat(DiskFault.isFull(system)).isTrue();
    assertThat(DiskFault.reason(new IOException("I/O error writing PNG file!", system)))
        .contains("the disk is full");
    assertThat(DiskFault.reason(new IOException("No space left on device")))
        .contains("the disk is full");
    assertThat(DiskFault.isFull(new IOException("something else"))).isFalse();
  }

  @Test
  void whatMayBeGoneOnWithStaysWhereTheRestIsRemoved() throws IOException {
    Path parts = Files.createDirectory(folder.resolve(".r.tif.parts." + NOBODY + "-abc.part"));
    Files.writeString(parts.resolve("ground.tif"), "whole");
    Path other = Files.writeString(folder.resolve(".s.tif." + NOBODY + "-abc.part"), "half");
    Temporary.sweepOthers(folder, "r.tif");
    assertThat(other).doesNotExist();
    Path taken = Temporary.in(folder, "r.tif.parts");
    assertThat(Temporary.takeOver(folder, "r.tif.parts", taken)).isTrue();
    assertThat(parts).doesNotExist();
    assertThat(taken.resolve("ground.tif")).hasContent("whole");
    // It belongs to this process now.
    assertThat(Temporary.takeOver(folder, "r.tif.parts", parts)).isFalse();
  }
}
