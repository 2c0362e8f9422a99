package zygonox.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import zygonox.core.measure.Judgement.Reason;
import zygonox.core.measure.Judgement.Reason.Code;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.InvalidInput;

/**
 * Judges the frames of a run by what is usual in it. The thresholds are common practice, no source.
 *
 * @param starsShare share of the usual count of stars under which a frame is to be looked at
 * @param starsGoneShare the same under which it is dropped
 * @param wider how many times as wide as usual stars are to be looked at
 * @param brighter how many times as bright as usual a background is to be looked at
 * @param bumpPixels by how much the scene may jump from one frame to the next
 * @param sharpShare share of the usual sharpness under which a scene without stars is unsharp
 * @param clippedShare share of clipped pixels beyond the usual that is to be looked at
 */
public record Judge(
    double starsShare,
    double starsGoneShare,
    double wider,
    double brighter,
    double bumpPixels,
    double sharpShare,
    double clippedShare) {
  public static final Judge USUAL = new Judge(0.6, 0.25, 1.25, 1.3, 1.5, 0.6, 0.003);

  /** A run with fewer stars than this is a scene without any. */
  private static final double FEWEST_STARS = 20;

  /** A jump has to stand this far out of what noise alone would make. */
  private static final double CERTAIN_SIGMA = 5;

  public Judge {
    InvalidInput.check("value.share-of-stars", starsShare, 0, 1);
    InvalidInput.check("value.share-of-stars-to-drop", starsGoneShare, 0, starsShare);
    InvalidInput.check("value.how-much-wider", wider, 1, 10);
    InvalidInput.check("value.how-much-brighter", brighter, 1, 100);
    InvalidInput.check("value.bump-in-pixels", bumpPixels, 0.1, 1000);
    InvalidInput.check("value.share-of-sharpness", sharpShare, 0, 1);
    InvalidInput.check("value.clipped-share", clippedShare, 0, 1);
  }

  public Judge withStars(double share) {
    return new Judge(share, starsGoneShare, wider, brighter, bumpPixels, sharpShare, clippedShare);
  }

  public Judge withStarsGone(double share) {
    return new Judge(starsShare, share, wider, brighter, bumpPixels, sharpShare, clippedShare);
  }

  public Judge withWider(double times) {
    return new Judge(
        starsShare, starsGoneShare, times, brighter, bumpPixels, sharpShare, clippedShare);
  }

  public Judge withBrighter(double times) {
    return new Judge(
        starsShare, starsGoneShare, wider, times, bumpPixels, sharpShare, clippedShare);
  }

  public Judge withBump(double pixels) {
    return new Judge(starsShare, starsGoneShare, wider, brighter, pixels, sharpShare, clippedShare);
  }

  public Judge withSharp(double share) {
    return new Judge(starsShare, starsGoneShare, wider, brighter, bumpPixels, share, clippedShare);
  }

  /** Judges the frames of one run, in capture order. */
  public List<Judgement> of(List<FrameMeasure> run) {
    if (run.isEmpty()) {
      return List.of();
    }
    // Cloud and dew take stars and widen them, often for half a run: what is usual is the better
    // part.
    double stars = quantile(run, FrameMeasure::stars, 0.75);
    double width =
        quantile(
            run.stream().filter(m -> m.shape().isPresent()).toList(),
            m -> m.shape().orElseThrow().fwhm(),
            0.25);
    double background = usual(run, m -> m.sky().background());
    double clipped = usual(run, m -> m.sky().clipped());
    double sharp = usual(run, FrameMeasure::sharpness);
    List<Judgement> judged = new ArrayList<>();
    for (int i = 0; i < run.size(); i++) {
      FrameMeasure m = run.get(i);
      List<Reason> reasons = new ArrayList<>();
      boolean hasStars = stars >= FEWEST_STARS;
      if (hasStars && m.stars() < starsGoneShare * stars) {
        add(reasons, Code.STARS_GONE, m.stars(), Math.round(stars));
      } else if (hasStars && m.stars() < starsShare * stars) {
        add(reasons, Code.STARS_FELL, m.stars(), Math.round(stars));
      }
      m.shape()
          .filter(s -> s.fwhm() > wider * width)
          .ifPresent(s -> add(reasons, Code.STARS_WIDE, plain(s.fwhm()), plain(width)));
      StillScene.Shift before = i == 0 ? StillScene.Shift.NONE : run.get(i - 1).shift();
      double jump = Math.abs(m.shift().pixels() - before.pixels());
      double noise = Math.hypot(m.shift().uncertainty(), before.uncertainty());
      if (jump > Math.max(bumpPixels, CERTAIN_SIGMA * noise)) {
        add(reasons, Code.BUMP, plain(jump));
      }
      if (!hasStars && run.size() > 2 && m.sharpness() < sharpShare * sharp) {
        add(reasons, Code.UNSHARP, percent(m.sharpness() / sharp));
      }
      if (m.sky().background() > brighter * background) {
        add(reasons, Code.BRIGHT, plain(m.sky().background() / background));
      }
      m.lamp()
          .ifPresent(
              lamp ->
                  add(
                      reasons,
                      Code.LAMP,
                      (lamp.left() + lamp.right()) / 2,
                      (lamp.top() + lamp.bottom()) / 2));
      if (m.sky().clipped() > clipped + clippedShare) {
        add(reasons, Code.CLIPPED, percent(m.sky().clipped()));
      }
      if (!m.streaks().isEmpty()) {
        add(reasons, Code.STREAK, m.streaks().size(), Math.round(m.streaks().get(0).length()));
      }
      reasons.sort(Comparator.comparing(Reason::code));
      judged.add(new Judgement(m.frame(), verdict(reasons), reasons));
    }
    return judged;
  }

  private static Verdict verdict(List<Reason> reasons) {
    if (reasons.isEmpty()) {
      return Verdict.KEEP;
    }
    return reasons.get(0).code() == Code.STARS_GONE ? Verdict.DROP : Verdict.LOOK;
  }

  private static double usual(List<FrameMeasure> run, ToDoubleFunction<FrameMeasure> of) {
    return quantile(run, of, 0.5);
  }

  private static double quantile(
      List<FrameMeasure> run, ToDoubleFunction<FrameMeasure> of, double share) {
    double[] values = run.stream().mapToDouble(of).sorted().toArray();
    return values.length == 0 ? Double.NaN : values[(int) (share * (values.length - 1))];
  }

  private static void add(List<Reason> reasons, Code code, Object... numbers) {
    reasons.add(new Reason(code, Arrays.stream(numbers).map(String::valueOf).toList()));
  }

  private static String plain(double value) {
    return String.format(Locale.ROOT, "%.1f", value);
  }

  private static String percent(double share) {
    return String.format(Locale.ROOT, "%.1f", 100 * share);
  }
}
