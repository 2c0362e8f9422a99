package zygonox.desktop.start;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.words.Words;
import zygonox.desktop.stage.StageName;

/** The demo nights: one for each main job, rehearsed on the spot. */
public enum DemoShow {
  /** Comes with its frames. */
  WINDMILL_NIGHT(StageName.BLEND, EnumSet.noneOf(HappeningKind.class)),
  CROSSED_TRAILS(
      StageName.BLEND,
      EnumSet.of(HappeningKind.AEROPLANE, HappeningKind.SATELLITE, HappeningKind.METEOR)),
  MILKY_WAY(StageName.BLEND, EnumSet.noneOf(HappeningKind.class)),
  PANORAMA(StageName.BLEND, EnumSet.noneOf(HappeningKind.class)),
  TRACKED(StageName.BLEND, EnumSet.noneOf(HappeningKind.class)),
  TRAFFIC(StageName.BLEND, EnumSet.of(HappeningKind.CARS, HappeningKind.RIPPLES)),
  PAINTED_MILL(StageName.BLEND, EnumSet.of(HappeningKind.PAINTER)),
  PASSING_RIDER(StageName.BLEND, EnumSet.of(HappeningKind.RIDER)),
  FROM_THE_HAND(StageName.BLEND, EnumSet.of(HappeningKind.HANDS)),
  DAY_INTO_NIGHT(StageName.MOTION, EnumSet.of(HappeningKind.CLOUD));

  private final StageName stage;
  private final Set<HappeningKind> happening;

  DemoShow(StageName stage, Set<HappeningKind> happening) {
    this.stage = stage;
    this.happening = happening;
  }

  /** As it is typed, and as its folder is called: {@code milky-way}. */
  public String term() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** For a button, in a few words. */
  public String title() {
    return Words.say("demo." + this);
  }

  /** The stage in which it shows what it is for. */
  public StageName stage() {
    return stage;
  }

  /** What goes by in it. */
  public Set<HappeningKind> happening() {
    return happening;
  }

  /**
   * @throws InvalidInput when there is none of that name
   */
  public static DemoShow named(String term) {
    return Arrays.stream(values())
        .filter(s -> s.term().equalsIgnoreCase(term.strip()))
        .findFirst()
        .orElseThrow(
            () ->
                InvalidInput.about(
                    "night",
                    Words.say(
                        "refused.is-not-one-of",
                        term,
                        Arrays.stream(values())
                            .map(DemoShow::term)
                            .collect(Collectors.joining(", ")))));
  }
}
