package zygonox.desktop.motion;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import zygonox.core.frame.FrameSet;
import zygonox.core.motion.ClipBytes;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.motion.Codec;
import zygonox.core.motion.FrameRate;
import zygonox.core.motion.Move;
import zygonox.core.motion.Pace;
import zygonox.core.motion.PictureSize;
import zygonox.core.motion.Timeline;
import zygonox.core.motion.Trails;
import zygonox.core.motion.View;
import zygonox.core.motion.WarmthDrift;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.words.MotionWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;

/** The clip as a sentence whose parts can be changed. */
final class MotionSentence {
  private static final List<FrameRate> RATES =
      List.of(
          new FrameRate(10, 1),
          new FrameRate(12, 1),
          new FrameRate(15, 1),
          FrameRate.parse("23.976"),
          new FrameRate(24, 1),
          new FrameRate(25, 1),
          FrameRate.parse("29.97"),
          new FrameRate(30, 1),
          new FrameRate(50, 1),
          FrameRate.parse("59.94"),
          new FrameRate(60, 1));

  /** How long trails are when they are chosen: about a second of the clip. */
  private static final int USUAL_TRAIL = 30;

  private static final int QUALITY_STEP = 5;

  /** From all of it a little nearer to what is in the middle. */
  private static final Move USUAL_MOVE =
      new Move(Move.Window.WHOLE, new Move.Window(0.5, 0.5, 1.25), true);

  /** From daylight to what keeps a dark sky from looking brown; common practice, no source. */
  private static final WarmthDrift USUAL_DRIFT = new WarmthDrift(6500, 4500);

  private final MotionModel model;
  private final FrameSet set;
  private final ZoneId zone;
  private final ClipRecipe now;

  MotionSentence(MotionModel model, FrameSet set, ZoneId zone) {
    this.model = model;
    this.set = set;
    this.zone = zone;
    this.now = model.recipe();
  }

  Sentence told() {
    Sentence.Builder builder = new Sentence.Builder().say(Words.say("motion.s-make") + " ");
    builder.set(
        Settings.choice(
            "frames",
            model.chosen(),
            IntStream.range(0, model.sequences().size()).boxed().toList(),
            this::name,
            i -> Words.say("motion.frames-mean", Words.frames(count(i))),
            model::choose));
    builder
        .say(" " + Words.say("motion.s-at") + " ")
        .set(
            Settings.parsed(
                "fps",
                Words.say("motion.rate", MotionWords.rate(now.rate())),
                typed -> FrameRate.parse(typed.replaceFirst("(?i)\\s*(a second|fps)\\s*$", "")),
                rate ->
                    Words.say(
                        "motion.rate-means",
                        Words.say("clip.seconds", rate.duration(model.pictures()))),
                rate -> model.edit(now.withRate(rate)),
                this::neighbour))
        .say(", " + Words.say("clip.seconds", model.seconds()) + ", ")
        .set(size());
    builder
        .say(", ")
        .set(
            onOff(
                "steps",
                now.evenness().smoothRamp(),
                "motion.steps",
                v -> model.edit(now.withEvenness(now.evenness().withSmoothRamp(v)))))
        .say(Words.say("motion.s-and"))
        .set(
            onOff(
                "flicker",
                now.evenness().deflicker(),
                now.evenness().smoothRamp() ? "motion.flicker" : "motion.flicker-alone",
                v -> model.edit(now.withEvenness(now.evenness().withDeflicker(v)))));
    bends(builder);
    colour(builder);
    pace(builder);
    view(builder);
    if (now.trails().kind() != Trails.Kind.NONE) {
      builder
          .say(", ")
          .set(
              Settings.choice(
                  "trails",
                  now.trails().kind(),
                  List.of(Trails.Kind.values()),
                  k -> Words.say("motion.trails." + k),
                  k -> Words.say("motion.trails-mean." + k),
                  k -> model.edit(now.withTrails(trails(k)))));
      if (now.trails().frames() > 0) {
        builder
            .say(Words.say("motion.s-over"))
            .set(
                Settings.parsed(
                    "trail-frames",
                    Words.frames(now.trails().frames()),
                    typed ->
                        Trails.parse(
                            now.trails().term().replaceFirst("\\d+$", "")
                                + typed.replaceAll("\\D", "")),
                    t ->
                        Words.say(
                            "motion.trail-means",
                            Words.say("clip.seconds", now.rate().duration(t.frames()))),
                    t -> model.edit(now.withTrails(t)),
                    by ->
                        new Trails(
                            now.trails().kind(), Math.max(2, now.trails().frames() + 5 * by))));
      }
    }
    builder
        .say(Words.say("motion.s-save"))
        .set(
            Settings.choice(
                "codec",
                now.codec(),
                List.of(Codec.values()),
                c -> Words.say("motion.codec." + c),
                c -> Words.say("motion.codec-means." + c),
                c -> model.edit(now.withCodec(c))));
    if (now.quality() != ClipRecipe.USUAL_QUALITY) {
      builder.say(Words.say("motion.s-quality")).set(quality());
    }
    List<Part.Offer> offers = offers();
    if (!offers.isEmpty()) {
      builder.say(", ").offer(new Part.Offers("more", Words.say("blend.s-more"), offers));
    }
    return builder.say(offers.isEmpty() ? "." : "").end();
  }

  private void bends(Sentence.Builder builder) {
    int keys = now.evenness().keys().size();
    if (keys > 0) {
      builder
          .say(", ")
          .set(
              Settings.choice(
                  "bend",
                  true,
                  List.of(true, false),
                  on -> Words.say(on ? "motion.bent" : "motion.not-bent", keys),
                  on -> Words.say(on ? "motion.bent-means" : "motion.not-bent-means"),
                  on -> {
                    if (!on) {
                      model.straighten();
                    }
                  }));
    }
  }

  private void colour(Sentence.Builder builder) {
    if (now.evenness().heldBalance()) {
      builder
          .say(", ")
          .set(
              onOff(
                  "hold-balance",
                  true,
                  "motion.held",
                  v -> model.edit(now.withEvenness(now.evenness().withHeldBalance(v)))));
    }
    now.drift()
        .ifPresent(
            drift ->
                builder
                    .say(Words.say("motion.s-balanced"))
                    .set(
                        Settings.parsed(
                            "balance",
                            Words.say("motion.balance", drift.fromKelvin(), drift.toKelvin()),
                            typed -> warmth(typed),
                            d -> Words.say("motion.balance-means"),
                            d -> model.edit(now.withDrift(d)),
                            by ->
                                Optional.of(
                                    new WarmthDrift(
                                        drift.fromKelvin(),
                                        Math.max(
                                            2000,
                                            Math.min(25_000, drift.toKelvin() + 100 * by)))))));
  }

  /** {@code as shot} takes it away. */
  private static Optional<WarmthDrift> warmth(String typed) {
    return typed.strip().equalsIgnoreCase(Words.say("motion.as-shot"))
        ? Optional.empty()
        : Optional.of(WarmthDrift.parse(typed.replaceFirst("(?i)^\\s*from\\s+", "")));
  }

  private void pace(Sentence.Builder builder) {
    Pace pace = now.pace();
    if (!model.missing().isEmpty()) {
      int missing = model.missing().stream().mapToInt(Timeline.Missing::frames).sum();
      builder
          .say(", ")
          .set(
              Settings.choice(
                  "gaps",
                  pace.gaps(),
                  List.of(Pace.Gaps.BRIDGED, Pace.Gaps.KEPT, Pace.Gaps.CUT),
                  g -> Words.say("motion.gaps." + g),
                  g -> Words.say("motion.gaps-mean." + g, missing),
                  g -> model.edit(now.withPace(pace.withGaps(g)))));
    }
    if (pace.first() != 1 || pace.last() != 1) {
      builder
          .say(Words.say("motion.s-speed"))
          .set(
              Settings.parsed(
                  "speed",
                  pace.speedTerm(),
                  pace::withSpeed,
                  p -> Words.say("motion.speed-means"),
                  p -> model.edit(now.withPace(p)),
                  by ->
                      pace.withSpeed(
                          pace.first(), Math.max(0.5, Math.min(50, pace.last() + 0.5 * by)))))
          .say(Words.say("motion.s-frames-a-picture"));
    }
    if (pace.averaged() > 1) {
      builder
          .say(Words.say("motion.s-mean"))
          .set(
              Settings.number(
                  "average",
                  Notation.FRAMES::parse,
                  Words.frames(pace.averaged()),
                  pace.averaged(),
                  v -> v + 1,
                  v -> Math.max(1, v - 1),
                  v -> pace.withAveraged((int) Math.round(v)),
                  p -> Words.say("motion.average-means"),
                  p -> model.edit(now.withPace(p))));
    }
  }

  private void view(Sentence.Builder builder) {
    View view = now.view();
    if (view.steady()) {
      builder
          .say(", ")
          .set(
              onOff(
                  "steady",
                  true,
                  "motion.steady",
                  v -> model.edit(now.withView(view.withSteady(v)))));
    }
    view.move()
        .ifPresent(
            move ->
                builder
                    .say(Words.say("motion.s-seen"))
                    .set(
                        Settings.parsed(
                            "move",
                            move.term(),
                            typed -> moved(typed, move.soft()),
                            m -> Words.say("motion.move-means"),
                            m -> model.edit(now.withView(view.withMove(m))),
                            by -> Optional.of(nearer(move, by))))
                    .say(" ")
                    .set(
                        Settings.choice(
                            "easing",
                            move.soft(),
                            List.of(true, false),
                            soft -> Words.say(soft ? "motion.soft" : "motion.even"),
                            soft -> Words.say(soft ? "motion.soft-means" : "motion.even-means"),
                            soft ->
                                model.edit(
                                    now.withView(
                                        view.withMove(
                                            Optional.of(
                                                new Move(move.from(), move.to(), soft))))))));
  }

  /** {@code all of it} takes it away. */
  private static Optional<Move> moved(String typed, boolean soft) {
    return typed.strip().equalsIgnoreCase(Words.say("motion.all-of-it"))
        ? Optional.empty()
        : Optional.of(Move.parse(typed, soft));
  }

  private static Move nearer(Move move, int by) {
    Move.Window to = move.to();
    double zoom = Math.max(1, Math.min(20, to.zoom() + 0.1 * by));
    return new Move(move.from(), new Move.Window(to.x(), to.y(), zoom), move.soft());
  }

  private int count(int index) {
    return index == model.chosen()
        ? model.frames().size()
        : model.sequences().get(index).frames().size();
  }

  /** Where there are several, each is told by when it begins, or by its place. */
  private String name(int index) {
    String frames = Words.frames(count(index));
    if (model.sequences().size() == 1) {
      return frames;
    }
    return set.takenAt(model.sequences().get(index).frames().get(0))
        .map(t -> Words.say("motion.frames-from", frames, Moments.clock(t, zone)))
        .orElseGet(() -> Words.say("motion.frames-nth", frames, index + 1));
  }

  private FrameRate neighbour(int by) {
    double rate = now.rate().perSecond();
    List<FrameRate> order = by > 0 ? RATES : new ArrayList<>(RATES);
    if (by < 0) {
      Collections.reverse(order);
    }
    return order.stream()
        .filter(r -> by > 0 ? r.perSecond() > rate + 1e-6 : r.perSecond() < rate - 1e-6)
        .findFirst()
        .orElse(now.rate());
  }

  private Setting size() {
    int width = model.frames().get(0).layout().width();
    int height = model.frames().get(0).layout().height();
    List<PictureSize> sizes = new ArrayList<>();
    for (PictureSize one :
        List.of(
            PictureSize.usual(width, height),
            new PictureSize(1280, 720),
            new PictureSize(1920, 1080),
            new PictureSize(3840, 2160))) {
      if (!sizes.contains(one)) {
        sizes.add(one);
      }
    }
    PictureSize own = model.size();
    return Settings.parsed(
        "size",
        text(own),
        typed -> PictureSize.parse(typed.replaceFirst("(?i)\\s*by\\s*", "x")),
        s ->
            Words.say(
                "motion.size-means", new ByteSize(ClipBytes.foretold(now, s, model.pictures()))),
        s -> model.edit(now.withSize(Optional.of(s))),
        by -> sizes.get(Math.floorMod(Math.max(0, sizes.indexOf(own)) + by, sizes.size())));
  }

  private Setting quality() {
    return Settings.number(
        "quality",
        Notation.NUMBER::parse,
        Words.number(now.quality()),
        now.quality(),
        v -> v + QUALITY_STEP,
        v -> v - QUALITY_STEP,
        v -> now.withQuality((int) Math.round(v)),
        r ->
            Words.say(
                "motion.quality-means",
                new ByteSize(ClipBytes.foretold(r, model.size(), model.pictures()))),
        model::edit);
  }

  private static String text(PictureSize size) {
    return Words.say("motion.size", size.width(), size.height());
  }

  private static Setting onOff(String key, boolean value, String words, Consumer<Boolean> accept) {
    return Settings.choice(
        key,
        value,
        List.of(true, false),
        on -> Words.say(words + (on ? "-out" : "-in")),
        on -> Words.say(words + (on ? "-out-means" : "-in-means")),
        accept);
  }

  private static Trails trails(Trails.Kind kind) {
    return switch (kind) {
      case NONE -> Trails.NONE;
      case GROW -> Trails.GROW;
      default -> new Trails(kind, USUAL_TRAIL);
    };
  }

  private static void offer(List<Part.Offer> offers, String what, Runnable take) {
    offers.add(
        new Part.Offer(
            Words.say("motion.offer-" + what), Words.say("motion.offer-" + what + "-means"), take));
  }

  private List<Part.Offer> offers() {
    List<Part.Offer> offers = new ArrayList<>();
    if (now.trails().kind() == Trails.Kind.NONE) {
      for (Trails.Kind kind : List.of(Trails.Kind.GROW, Trails.Kind.FADE, Trails.Kind.WINDOW)) {
        offers.add(
            new Part.Offer(
                Words.say("motion.trails." + kind),
                Words.say("motion.trails-mean." + kind),
                () -> model.edit(now.withTrails(trails(kind)))));
      }
    }
    Pace pace = now.pace();
    if (pace.first() == 1 && pace.last() == 1) {
      offer(offers, "speed", () -> model.edit(now.withPace(pace.withSpeed(1, 3))));
    }
    if (pace.averaged() == 1) {
      offer(offers, "average", () -> model.edit(now.withPace(pace.withAveraged(3))));
    }
    if (now.view().move().isEmpty()) {
      offer(
          offers,
          "move",
          () -> model.edit(now.withView(now.view().withMove(Optional.of(USUAL_MOVE)))));
    }
    if (!now.view().steady()) {
      offer(offers, "steady", () -> model.edit(now.withView(now.view().withSteady(true))));
    }
    if (!now.evenness().heldBalance()) {
      offer(
          offers, "held", () -> model.edit(now.withEvenness(now.evenness().withHeldBalance(true))));
    }
    if (now.drift().isEmpty()) {
      offer(offers, "balance", () -> model.edit(now.withDrift(Optional.of(USUAL_DRIFT))));
    }
    if (now.quality() == ClipRecipe.USUAL_QUALITY) {
      offers.add(
          new Part.Offer(
              Words.say("motion.offer-quality"),
              Words.say("motion.offer-quality-means"),
              () -> model.edit(now.withQuality(now.quality() + QUALITY_STEP))));
    }
    return offers;
  }
}
