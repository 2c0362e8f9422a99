package zygonox.desktop.rehearse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.rehearsal.Mistake;
import zygonox.core.rehearsal.PracticeScore;
import zygonox.core.work.Cancellation;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

/** Lessons, answers and the score that is kept. */
class PracticeModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private Home home;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    home = new Home(folder.resolve("home"), folder.resolve("state"));
  }

  private PracticeModel model() {
    return new PracticeModel(night, home, 5);
  }

  private static Mistake other(Mistake mistake) {
    return mistake == Mistake.DEW ? Mistake.CLOUD : Mistake.DEW;
  }

  @Test
  void onlyTheFirstAnswerCountsAndTheScoreIsKept() {
    PracticeModel model = model();
    assertThat(model.score()).isEqualTo("No lesson answered yet.");
    model.take(model.next().make(new Cancellation()));
    Mistake truth = model.lessonProperty().get().mistake();
    assertThat(model.told()).isEmpty();
    assertThat(model.facts()).hasSize(3);
    model.answer(truth);
    assertThat(model.told()).startsWith("Right. ");
    model.answer(other(truth));
    assertThat(model.score()).startsWith("1 of 1 right");

    PracticeModel later = model();
    later.take(later.next().make(new Cancellation()));
    later.answer(other(later.lessonProperty().get().mistake()));
    assertThat(later.told()).startsWith("No: ");
    assertThat(later.score()).startsWith("1 of 2 right").contains("Hardest for you");
  }

  @Test
  void aDamagedScoreIsLeftAsItIsAndSaid() throws Exception {
    Files.createDirectories(home.folder());
    Files.writeString(home.practice(), "{\"answers\": [{\"truth\": \"LOCUSTS\"}]}");
    assertThat(model().score()).isEqualTo("No lesson answered yet.");
    assertThatThrownBy(() -> PracticeScore.read(home.practice()))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("damaged");
  }

  @Test
  void lessonsDiffer() {
    PracticeModel model = model();
    long kinds =
        java.util.stream.Stream.generate(model::next)
            .limit(40)
            .map(m -> m.mistake())
            .distinct()
            .count();
    assertThat(kinds).isGreaterThan(5);
  }
}
