package zygonox.core.recipe;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;

/** What frames that are given to one blend are told about beforehand. */
public enum BlendWarning {
  /** Dark or flat frames lie among pictures. */
  MIXED_KINDS,
  /** Runs of unlike settings are blended together. */
  MIXED_RUNS,
  /** Darks of another exposure or ISO hold another light than the frames'. */
  DARK_MISMATCH,
  /** Frames that lie on each other to the pixel show nothing that one of them does not. */
  NO_DETAIL;

  private static final Set<FrameKind> NO_PICTURES = EnumSet.of(FrameKind.DARK, FrameKind.FLAT);

  /** What there is to be told of a set; nothing of one run. */
  public static List<BlendWarning> of(FrameSet set) {
    List<BlendWarning> found = new ArrayList<>();
    long others = set.runs().stream().map(FrameRun::kind).filter(NO_PICTURES::contains).count();
    if (others > 0 && others < set.runs().size()) {
      found.add(MIXED_KINDS);
    }
    if (set.runs().size() - others > 1) {
      found.add(MIXED_RUNS);
    }
    return found;
  }

  /** What there is to be told of a set that was blended. */
  public static List<BlendWarning> of(FrameSet set, BlendResult result) {
    List<BlendWarning> found = new ArrayList<>(of(set));
    found.addAll(result.warnings());
    return found;
  }

  /** As the command line calls it: {@code mixed-runs}. */
  public String term() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
