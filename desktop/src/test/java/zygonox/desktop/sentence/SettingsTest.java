package zygonox.desktop.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.InvalidInput;

class SettingsTest {
  @Test
  void aChoiceIsTypedByItsBeginningAndSteppedRound() {
    AtomicReference<String> taken = new AtomicReference<>();
    Setting setting =
        Settings.choice(
            "method",
            "lighten",
            List.of("darken", "lighten", "mean"),
            s -> s,
            s -> "does " + s,
            taken::set);
    assertThat(setting.tryOut().apply("ME").sentence()).isEqualTo("does mean");
    setting.accept().accept("da");
    assertThat(taken.get()).isEqualTo("darken");
    setting.step().accept(1);
    assertThat(taken.get()).isEqualTo("mean");
    setting.step().accept(-1);
    assertThat(taken.get()).isEqualTo("darken");
    // An emptied field is no choice.
    assertThat(setting.tryOut().apply(" ").possible()).isFalse();
    Setting.Outcome none = setting.tryOut().apply("sharpen");
    assertThat(none.possible()).isFalse();
    assertThat(none.sentence()).contains("darken, lighten, mean");
  }

  @Test
  void aStepBeyondTheRangeLeavesTheValue() {
    AtomicReference<Double> taken = new AtomicReference<>(90.0);
    Setting setting =
        Settings.number(
            "altitude",
            Compass::parseAltitude,
            "90° up",
            90,
            v -> v + 1,
            v -> v - 1,
            v -> InvalidInput.check("value.altitude-in-degrees", v, -90, 90),
            v -> v + " degrees",
            taken::set);
    assertThat(setting.editText()).isEqualTo("90° up");
    assertThat(setting.tryOut().apply("12 mm").possible()).isFalse();
    setting.step().accept(1);
    assertThat(taken.get()).isEqualTo(90);
    setting.step().accept(-1);
    assertThat(taken.get()).isEqualTo(89);
    assertThat(setting.tryOut().apply("x").sentence()).contains("not a height");
  }

  @Test
  void aSentenceReadsAsOneText() {
    Setting setting = Settings.choice("a", "b", List.of("b"), s -> s, s -> "", s -> {});
    Sentence sentence = new Sentence.Builder().say("Take ").set(setting).say(".").end();
    assertThat(sentence.text()).isEqualTo("Take b.");
  }
}
