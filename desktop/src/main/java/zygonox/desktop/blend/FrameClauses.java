package zygonox.desktop.blend;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeSet;
import java.util.stream.IntStream;
import zygonox.core.combine.BlendMethod;
import zygonox.core.frame.Frame;
import zygonox.core.frame.HeadPositions;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Selection;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;

/** Which of a run's frames take part: only every so many of them, or only an arc's length. */
final class FrameClauses {
  /** How far the sky turns in a second, in degrees. */
  private static final double DEGREES_A_SECOND = 360 / 86_164.1;

  private static final int MOST_EVERY = 10;

  private final BlendModel model;

  FrameClauses(BlendModel model) {
    this.model = model;
  }

  private Selection now() {
    return model.recipe().selection();
  }

  /** Silent where all of them do. */
  void tell(Sentence.Builder builder) {
    if (now().position().isPresent()) {
      int count = Math.max(now().position().getAsInt(), model.positions().size());
      builder
          .say(Words.say("blend.s-at"))
          .set(
              Settings.choice(
                  "position",
                  now().position().getAsInt(),
                  IntStream.rangeClosed(0, count).boxed().toList(),
                  n -> Words.say("blend.position", n, count),
                  n -> Words.say("blend.position-means"),
                  this::choosePosition));
    }
    if (now().every() > 1) {
      TreeSet<Integer> choices = new TreeSet<>(List.of(now().every()));
      for (int n = 1; n <= MOST_EVERY; n++) {
        choices.add(n);
      }
      builder
          .say(", ")
          .set(
              Settings.choice(
                  "every",
                  now().every(),
                  List.copyOf(choices),
                  n -> Words.say("blend.every", n),
                  n -> Words.say("blend.every-means"),
                  n -> model.edit("every", model.recipe().withSelection(now().withEvery(n)))));
    }
    OptionalInt sharpest = model.recipe().sharpest();
    if (sharpest.isPresent()) {
      double count = sharpest.getAsInt();
      builder
          .say(", ")
          .set(
              Settings.number(
                  "sharpest",
                  FrameClauses::count,
                  Words.say("blend.sharpest", sharpest.getAsInt()),
                  count,
                  n -> n + 1,
                  n -> n - 1,
                  n -> model.recipe().withSharpest(sharpest((int) Notation.NUMBER.whole(n))),
                  r -> Words.say("blend.sharpest-means"),
                  r -> model.edit("sharpest", r)));
    }
    boolean shorter = now().to().isPresent() || now().from().isPresent();
    if (shorter && arc().isPresent()) {
      builder
          .say(Words.say("blend.s-arcs"))
          .set(
              Settings.number(
                  "arc",
                  Notation.DEGREES::parse,
                  Words.number(arc().get()) + "°",
                  arc().get(),
                  v -> v + 1,
                  v -> Math.max(1, v - 1),
                  this::upTo,
                  s -> Words.say("blend.arc-means"),
                  s -> model.edit("arc", model.recipe().withSelection(s))));
    }
  }

  /** Reads "the 12 sharpest of them", as it is shown, and "12". */
  private static double count(String typed) {
    String number = typed.toLowerCase(Locale.ROOT).replaceAll("\\b(the|sharpest|of|them)\\b", "");
    return number.strip().equals("one")
        ? 1
        : Notation.NUMBER.whole(Notation.NUMBER.parse(number.strip()));
  }

  /** All of them are no choice. */
  private OptionalInt sharpest(int count) {
    InvalidInput.check("sharpest", "value.sharpest", count, 1, model.keptFrames().size());
    return count == model.keptFrames().size() ? OptionalInt.empty() : OptionalInt.of(count);
  }

  /** Frames of one position lie on each other; the reference of another does not. */
  private void choosePosition(int number) {
    OptionalInt chosen = number == 0 ? OptionalInt.empty() : OptionalInt.of(number);
    model.edit(
        "position",
        model
            .recipe()
            .withSelection(now().withPosition(chosen))
            .withAlign(model.recipe().align(), Optional.empty()));
  }

  /** What could be added. */
  List<Part.Offer> offers() {
    List<Part.Offer> offers = new ArrayList<>();
    if (now().position().isEmpty() && HeadPositions.areAlike(model.positions())) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-position"),
              Words.say("blend.position-means"),
              () -> choosePosition(1)));
    }
    if (now().every() == 1 && model.keptFrames().size() > 2) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-every"),
              Words.say("blend.every-means"),
              () -> model.edit("every", model.recipe().withSelection(now().withEvery(2)))));
    }
    if (model.recipe().sharpest().isEmpty() && model.keptFrames().size() > 2) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-sharpest"),
              Words.say("blend.sharpest-means"),
              () ->
                  model.edit(
                      "sharpest",
                      model
                          .recipe()
                          .withSharpest(OptionalInt.of((model.keptFrames().size() + 1) / 2)))));
    }
    boolean trails =
        model.recipe().method() == BlendMethod.LIGHTEN && model.recipe().align() == Align.NONE;
    if (trails && now().to().isEmpty() && arc().filter(a -> a > 1).isPresent()) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-arc"),
              Words.say("blend.arc-means"),
              () ->
                  model.edit(
                      "arc", model.recipe().withSelection(upTo(Math.rint(arc().get() / 2))))));
    }
    return offers;
  }

  /** How far the sky turned over the frames that take part, to a tenth of a degree. */
  private Optional<Double> arc() {
    return span(model.keptFrames()).map(s -> Math.round(10 * s * DEGREES_A_SECOND) / 10.0);
  }

  /** From the first one's opening to the last one's closing, in seconds. */
  private Optional<Double> span(List<Frame> frames) {
    if (frames.size() < 2) {
      return Optional.empty();
    }
    Frame last = frames.get(frames.size() - 1);
    Optional<Instant> from = model.takenAt(frames.get(0));
    Optional<Instant> to = model.takenAt(last);
    return from.isEmpty() || to.isEmpty()
        ? Optional.empty()
        : Optional.of(
            Duration.between(from.get(), to.get()).toMillis() / 1e3
                + last.info().exposureSeconds().orElse(0));
  }

  /**
   * The frames from the first one on over which the sky turns so far: as many as come nearest to
   * it.
   *
   * @throws InvalidInput when the run is shorter
   */
  private Selection upTo(double degrees) {
    List<Frame> all = model.framesUpTo(Optional.empty());
    double most = span(all).orElse(0.0) * DEGREES_A_SECOND;
    InvalidInput.check("value.arc", degrees, 0.1, Math.ceil(10 * most) / 10);
    int best = 1;
    for (int n = 2; n <= all.size(); n++) {
      double off = Math.abs(span(all.subList(0, n)).orElse(0.0) * DEGREES_A_SECOND - degrees);
      double before = Math.abs(span(all.subList(0, best)).orElse(0.0) * DEGREES_A_SECOND - degrees);
      best = off <= before ? n : best;
    }
    return best == all.size()
        ? now().withTo(Optional.empty())
        : now().withTo(model.takenAt(all.get(best - 1)).map(model::local));
  }
}
