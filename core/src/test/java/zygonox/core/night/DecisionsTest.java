package zygonox.core.night;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.measure.Judge;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.InvalidInput;

class DecisionsTest {
  @TempDir Path folder;

  @Test
  void theyComeBackAndMoveWithTheNight() throws Exception {
    Path frame = folder.resolve("frames").resolve("a.jpg");
    Decisions decided =
        Decisions.NONE
            .withVerdict(folder, frame, Verdict.DROP)
            .withVerdict(folder, Path.of("/elsewhere/b.jpg"), Verdict.KEEP)
            .withVerdict(folder, frame, Verdict.LOOK)
            .withJudge(Judge.USUAL.withBump(2.5).withStars(0.45));
    decided.write(folder);
    assertThat(Decisions.read(folder)).isEqualTo(decided);
    Path moved = Files.createDirectory(folder.resolve("moved"));
    Files.copy(folder.resolve(Decisions.FILE_NAME), moved.resolve(Decisions.FILE_NAME));
    Decisions there = Decisions.read(moved);
    assertThat(there.verdict(moved, moved.resolve("frames").resolve("a.jpg")))
        .contains(Verdict.LOOK);
    assertThat(there.verdict(moved, moved.resolve("frames").resolve("c.jpg"))).isEmpty();
    assertThat(there.judge().bumpPixels()).isEqualTo(2.5);
  }

  @Test
  void withoutAFileThereAreNone() {
    assertThat(Decisions.read(folder)).isEqualTo(Decisions.NONE);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{",
        "",
        "[]",
        "{\"verdicts\":{\"a.jpg\":\"drop\"}}",
        "{\"format\":\"zygonox-decisions\",\"verdicts\":{\"a.jpg\":\"maybe\"}}",
        "{\"format\":\"zygonox-decisions\",\"kinds\":{\"a.jpg\":\"music\"}}",
        "{\"format\":\"zygonox-decisions\",\"thresholds\":{\"starsShare\":-4}}",
        "{\"format\":\"zygonox-decisions\",\"thresholds\":\"strict\"}"
      })
  void aDamagedFileIsNamedAndLeftAlone(String bad) throws Exception {
    Path file = folder.resolve(Decisions.FILE_NAME);
    Files.writeString(file, bad);
    assertThatThrownBy(() -> Decisions.read(folder))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(file + " is damaged");
    assertThat(file).hasContent(bad);
  }
}
