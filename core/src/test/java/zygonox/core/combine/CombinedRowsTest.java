package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Finished rows that a killed run leaves. */
class CombinedRowsTest {
  private static final int ROW = 30;
  private static final int BAND = 4;

  @TempDir Path folder;
  private Snapshot snapshot;

  @BeforeEach
  void nameTheBlend() {
    snapshot = new Snapshot(folder.resolve("out.tif"), "aa");
  }

  private CombinedRows rows(int taking) {
    return new CombinedRows(folder, snapshot, ROW, BAND, taking, 0);
  }

  private static ResultRows random(int seed, boolean floats) {
    Random random = new Random(seed);
    ResultRows rows = empty(floats);
    for (int i = 0; i < ROW * BAND; i++) {
      if (floats) {
        rows.floats()[i] = random.nextFloat();
        rows.rejected()[i] = (short) random.nextInt(9);
      } else {
        rows.shorts()[i] = (short) random.nextInt();
      }
    }
    return rows;
  }

  private static ResultRows empty(boolean floats) {
    return floats
        ? new ResultRows(null, new float[ROW * BAND], new short[ROW * BAND])
        : new ResultRows(new short[ROW * BAND], null, null);
  }

  /** As a run that is killed after two bands. */
  private Path killed(boolean floats) {
    try (CombinedRows rows = rows(5)) {
      rows.keep(8, BAND, random(1, floats));
      rows.keep(0, BAND, random(2, floats));
    }
    return folder.resolve(".out.tif.aa.combined");
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void whatAKilledRunFinishedIsFound(boolean floats) {
    killed(floats);
    try (CombinedRows rows = rows(5)) {
      ResultRows read = empty(floats);
      assertThat(rows.read(4, BAND, read)).isFalse();
      assertThat(rows.read(8, BAND, read)).isTrue();
      assertThat(read.floats()).isEqualTo(random(1, floats).floats());
      assertThat(read.shorts()).isEqualTo(random(1, floats).shorts());
      assertThat(read.rejected()).isEqualTo(random(1, floats).rejected());
      rows.keep(4, BAND, random(3, floats));
      rows.remove();
    }
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void otherFramesFindNothing() {
    killed(false);
    try (CombinedRows rows = rows(6)) {
      assertThat(rows.read(8, BAND, empty(false))).isFalse();
    }
  }

  @Test
  void aPieceThatIsNotWholeIsReckonedAgain() throws IOException {
    Path file = killed(false);
    byte[] bytes = Files.readAllBytes(file);
    bytes[bytes.length - 1] ^= 1;
    Files.write(file, bytes);
    try (CombinedRows rows = rows(5)) {
      assertThat(rows.read(8, BAND, empty(false))).isTrue();
      assertThat(rows.read(0, BAND, empty(false))).isFalse();
      rows.keep(0, BAND, random(2, false));
    }
    try (CombinedRows rows = rows(5)) {
      assertThat(rows.read(0, BAND, empty(false))).isTrue();
    }
  }

  @Test
  void anotherRunOfTheSameKeepsNothing() {
    try (CombinedRows first = rows(5)) {
      first.keep(0, BAND, random(1, false));
      try (CombinedRows second = rows(5)) {
        assertThat(second.read(0, BAND, empty(false))).isFalse();
        second.keep(4, BAND, random(2, false));
        second.remove();
      }
      assertThat(folder.resolve(".out.tif.aa.combined")).exists();
      first.remove();
    }
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void shortWorkLeavesNothing() {
    try (CombinedRows rows = new CombinedRows(folder, snapshot, ROW, BAND, 5)) {
      rows.keep(0, BAND, random(1, false));
      assertThat(folder).isEmptyDirectory();
    }
  }
}
