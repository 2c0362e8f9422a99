package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.InvalidInput;

class OwnVerdictsTest {
  @TempDir Path folder;

  @Test
  void theyComeBackAndMoveWithTheNight() throws Exception {
    Path frame = folder.resolve("frames").resolve("a.jpg");
    OwnVerdicts own =
        OwnVerdicts.NONE
            .with(folder, frame, Verdict.DROP)
            .with(folder, Path.of("/elsewhere/b.jpg"), Verdict.KEEP)
            .with(folder, frame, Verdict.LOOK);
    own.write(folder);
    assertThat(OwnVerdicts.read(folder)).isEqualTo(own);
    Path moved = Files.createDirectory(folder.resolve("moved"));
    Files.copy(folder.resolve(OwnVerdicts.FILE_NAME), moved.resolve(OwnVerdicts.FILE_NAME));
    assertThat(OwnVerdicts.read(moved).of(moved, moved.resolve("frames").resolve("a.jpg")))
        .contains(Verdict.LOOK);
    assertThat(OwnVerdicts.read(moved).of(moved, moved.resolve("frames").resolve("c.jpg")))
        .isEmpty();
  }

  @Test
  void withoutAFileThereAreNoneAndADamagedOneIsLeftAlone() throws Exception {
    assertThat(OwnVerdicts.read(folder)).isEqualTo(OwnVerdicts.NONE);
    Path file = folder.resolve(OwnVerdicts.FILE_NAME);
    for (String bad : new String[] {"{", "{\"a.jpg\":\"maybe\"}"}) {
      Files.writeString(file, bad);
      assertThatThrownBy(() -> OwnVerdicts.read(folder))
          .isInstanceOf(InvalidInput.class)
          .hasMessageContaining("verdicts.json");
      assertThat(file).hasContent(bad);
    }
  }
}
