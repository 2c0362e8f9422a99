package zygonox.desktop.sentence;

import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;

/** The usual kinds of settings. */
public final class Settings {
  private Settings() {}

  /**
   * A number with its unit.
   *
   * @param key the setting's name
   * @param reader reads what the sentence says, and everything else that means such a value
   * @param text what the sentence says
   * @param value its present value
   * @param up the next value above
   * @param down the next value below
   * @param change makes the document with another value; refuses with {@link InvalidInput}
   * @param consequence what that document would mean, in a sentence
   * @param accept takes that document
   */
  public static <D> Setting number(
      String key,
      ToDoubleFunction<String> reader,
      String text,
      double value,
      Function<Double, Double> up,
      Function<Double, Double> down,
      Function<Double, D> change,
      Function<D, String> consequence,
      Consumer<D> accept) {
    return new Setting(
        key,
        text,
        text,
        typed -> tryOut(() -> consequence.apply(change.apply(reader.applyAsDouble(typed)))),
        typed -> accept.accept(change.apply(reader.applyAsDouble(typed))),
        direction -> {
          try {
            accept.accept(change.apply(direction > 0 ? up.apply(value) : down.apply(value)));
          } catch (InvalidInput e) {
            // The end of the range: the value stays.
            return;
          }
        });
  }

  /** One of several, named by words. Typing chooses the first that begins so. */
  public static <T> Setting choice(
      String key,
      T value,
      List<T> all,
      Function<T, String> name,
      Function<T, String> consequence,
      Consumer<T> accept) {
    return new Setting(
        key,
        name.apply(value),
        name.apply(value),
        typed -> tryOut(() -> consequence.apply(find(typed, all, name))),
        typed -> accept.accept(find(typed, all, name)),
        direction -> {
          int index = Math.floorMod(all.indexOf(value) + direction, all.size());
          accept.accept(all.get(index));
        });
  }

  /** A text that a parser understands, such as a time of day. */
  public static <D> Setting parsed(
      String key,
      String text,
      Function<String, D> change,
      Function<D, String> consequence,
      Consumer<D> accept,
      Function<Integer, D> step) {
    return new Setting(
        key,
        text,
        text,
        typed -> tryOut(() -> consequence.apply(change.apply(typed))),
        typed -> accept.accept(change.apply(typed)),
        direction -> accept.accept(step.apply(direction)));
  }

  /**
   * Words of a person's own, such as a name or a note.
   *
   * @param empty what the sentence says where there are none
   * @param change makes the document with other words; refuses with {@link InvalidInput}
   */
  public static <D> Setting words(
      String key, String text, String empty, Function<String, D> change, Consumer<D> accept) {
    return new Setting(
        key,
        text.isBlank() ? empty : text,
        text,
        typed ->
            tryOut(
                () -> {
                  change.apply(typed.strip());
                  return Words.say("sentence.enter-keeps-it");
                }),
        typed -> accept.accept(change.apply(typed.strip())),
        direction -> {});
  }

  private interface Try {
    String consequence();
  }

  private static Setting.Outcome tryOut(Try attempt) {
    try {
      return new Setting.Outcome(true, attempt.consequence());
    } catch (InvalidInput e) {
      return new Setting.Outcome(false, e.getMessage());
    }
  }

  private static <T> T find(String typed, List<T> all, Function<T, String> name) {
    String wanted = typed.strip().toLowerCase(Locale.ROOT);
    Predicate<T> isMeant = t -> name.apply(t).toLowerCase(Locale.ROOT).equals(wanted);
    // An emptied field means nothing, not the first of all.
    Predicate<T> begins =
        t -> !wanted.isEmpty() && name.apply(t).toLowerCase(Locale.ROOT).startsWith(wanted);
    return all.stream()
        .filter(isMeant)
        .findFirst()
        .or(() -> all.stream().filter(begins).findFirst())
        .orElseThrow(
            () ->
                new InvalidInput(
                    Words.say(
                        "refused.is-not-one-of",
                        typed.strip(),
                        String.join(", ", all.stream().map(name).toList()))));
  }
}
