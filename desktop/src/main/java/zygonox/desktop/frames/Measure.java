package zygonox.desktop.frames;

import java.util.OptionalDouble;
import java.util.function.Function;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.words.Words;

/** A number of each frame that can be drawn over the night. */
enum Measure {
  STARS("stars", m -> OptionalDouble.of(m.stars())),
  WIDTH(
      Words.say("frames.width-of-stars-px"),
      m ->
          m.shape().isPresent()
              ? OptionalDouble.of(m.shape().get().fwhm())
              : OptionalDouble.empty()),
  BACKGROUND(Words.say("frames.background"), m -> OptionalDouble.of(100 * m.sky().background())),
  NOISE(Words.say("frames.noise"), m -> OptionalDouble.of(100 * m.sky().noise())),
  SHARPNESS(Words.say("frames.sharpness-of-the-best"), m -> OptionalDouble.of(100 * m.sharpness())),
  SHIFT(
      Words.say("frames.shift-of-the-ground-px"),
      m -> OptionalDouble.of(m.shift().certainPixels()));

  private final String text;
  private final Function<FrameMeasure, OptionalDouble> of;

  Measure(String text, Function<FrameMeasure, OptionalDouble> of) {
    this.text = text;
    this.of = of;
  }

  String text() {
    return text;
  }

  /** Empty where a frame has no such number. */
  OptionalDouble of(FrameMeasure measure) {
    return of.apply(measure);
  }
}
