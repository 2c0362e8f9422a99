package zygonox.core.mend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.align.Homography;
import zygonox.core.align.SkyMotion;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Streak;
import zygonox.core.mend.FoundLine.Fate;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.SampleTone;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * Takes the lines of aeroplanes and satellites out of the frames they cross, and puts back what the
 * sky has there, from the frames before and after. Meteors stay, and what somebody wants to stay.
 * Lights are only found: they go when somebody wants them out, and then as lines do.
 */
public final class LineMender {
  /** Directions of one flight in two frames differ by less, in radians. */
  private static final double ALIKE_DIRECTION = 0.1;

  /** Light is put back from no farther away than so many frames. */
  private static final int FARTHEST = 8;

  /**
   * Bytes that a member of the crew holds for each sample of a frame: the frame and the two beside
   * it as they are decoded, and rows of them as light.
   */
  private static final long HELD_BYTES = 6;

  private final Map<Frame, List<Patch>> patches = new HashMap<>();
  private final List<FoundLine> found;

  private LineMender(Map<Frame, List<Patch>> patches, List<FoundLine> found) {
    this.patches.putAll(patches);
    this.found = List.copyOf(found);
  }

  /**
   * @param run what was measured of the frames, in order of time
   * @param chosen what was decided about their lines
   * @param motion how the sky moves over them; empty where that is not known
   * @param opener opens the frames
   */
  public static LineMender of(
      List<FrameMeasure> run,
      List<ChosenLine> chosen,
      Optional<SkyMotion> motion,
      FrameOpener<LightSource> opener,
      Workroom room) {
    List<Integer> crossed = new ArrayList<>();
    List<List<Wanted>> wanted = new ArrayList<>();
    for (int i = 0; i < run.size(); i++) {
      wanted.add(wanted(run.get(i), chosen));
      if (!wanted.get(i).isEmpty()) {
        crossed.add(i);
      }
    }
    Map<Frame, List<Patch>> patches = new ConcurrentHashMap<>();
    List<FoundLine> lines = Collections.synchronizedList(new ArrayList<>());
    AtomicInteger done = new AtomicInteger();
    int samples = run.stream().mapToInt(m -> m.frame().layout().samples()).max().orElse(1);
    try (Workers crew = room.crew(HELD_BYTES * samples)) {
      crew.forEach(
          crossed.size(),
          (n, worker) -> {
            room.cancellation().check();
            int at = crossed.get(n);
            try {
              List<Patch> own = mend(run, at, wanted.get(at), motion, opener, lines);
              if (!own.isEmpty()) {
                patches.put(run.get(at).frame(), own);
              }
            } catch (UnreadableFrame e) {
              // Blending reads it again and tells the reason.
            }
            room.progress().step(done.incrementAndGet(), crossed.size());
          });
    }
    List<Frame> order = run.stream().map(FrameMeasure::frame).toList();
    lines.sort((a, b) -> Integer.compare(place(order, a), place(order, b)));
    return new LineMender(patches, lines);
  }

  /**
   * A line that is looked into.
   *
   * @param out what was decided about it; empty where that is left to its looks
   */
  private record Wanted(Stray stray, Streak line, Optional<Boolean> out) {
    boolean isMended() {
      return stray == Stray.LINE || out.orElse(false);
    }
  }

  /** What strays into a frame: what was found, and what somebody saw beside that. */
  private static List<Wanted> wanted(FrameMeasure measure, List<ChosenLine> chosen) {
    Path file = measure.frame().file();
    List<Wanted> wanted = new ArrayList<>();
    measure.streaks().forEach(s -> wanted.add(found(Stray.LINE, file, s, chosen)));
    measure.lamp().ifPresent(l -> wanted.add(found(Stray.LIGHT, file, LightShape.of(l), chosen)));
    List<Wanted> known = List.copyOf(wanted);
    for (ChosenLine one : chosen) {
      boolean drawn = known.stream().noneMatch(w -> one.means(w.stray, file, w.line));
      if (one.isIn(file) && one.out() && drawn) {
        wanted.add(new Wanted(one.stray(), one.line(), Optional.of(true)));
      }
    }
    return wanted;
  }

  private static Wanted found(Stray stray, Path file, Streak line, List<ChosenLine> chosen) {
    // The last word counts.
    Optional<Boolean> out =
        chosen.stream()
            .filter(c -> c.means(stray, file, line))
            .map(ChosenLine::out)
            .reduce((earlier, later) -> later);
    return new Wanted(stray, line, out);
  }

  private static int place(List<Frame> order, FoundLine line) {
    int at = 0;
    while (!order.get(at).file().equals(line.file())) {
      at++;
    }
    return at;
  }

  private static List<Patch> mend(
      List<FrameMeasure> run,
      int at,
      List<Wanted> wanted,
      Optional<SkyMotion> motion,
      FrameOpener<LightSource> opener,
      List<FoundLine> found)
      throws UnreadableFrame {
    Path file = run.get(at).frame().file();
    for (Wanted one : wanted) {
      if (!one.isMended()) {
        Fate fate = one.out.isPresent() ? Fate.KEPT : Fate.PROPOSED;
        found.add(new FoundLine(one.stray, file, one.line, fate));
      }
    }
    List<Patch> patches = new ArrayList<>();
    for (Stray stray : Stray.values()) {
      List<Wanted> own = wanted.stream().filter(w -> w.stray == stray && w.isMended()).toList();
      if (own.isEmpty()) {
        continue;
      }
      List<LinePatch> filled = filled(run, at, own, beside(run, at, own, stray), motion, opener);
      for (int i = 0; i < own.size(); i++) {
        Fate fate = fate(run, at, own.get(i), filled.get(i));
        found.add(new FoundLine(stray, file, own.get(i).line, fate));
        if (fate == Fate.OUT) {
          patches.add(filled.get(i).patch());
        }
      }
    }
    return patches;
  }

  private static Fate fate(List<FrameMeasure> run, int at, Wanted one, LinePatch filled) {
    if (one.out.isPresent()) {
      return one.out.get() ? Fate.OUT : Fate.KEPT;
    }
    return filled.flares() && !goesOn(run, at, one.line) ? Fate.METEOR : Fate.OUT;
  }

  /**
   * The frames from which light is put back: those before and after, of a light the nearest ones
   * that it does not light up as well.
   */
  private static List<Integer> beside(
      List<FrameMeasure> run, int at, List<Wanted> wanted, Stray stray) {
    List<Integer> beside = new ArrayList<>();
    for (int step : new int[] {-1, 1}) {
      int other = at + step;
      while (stray == Stray.LIGHT && isLit(run, other, wanted) && Math.abs(other - at) < FARTHEST) {
        other += step;
      }
      if (other >= 0 && other < run.size()) {
        beside.add(other);
      }
    }
    return beside;
  }

  private static boolean isLit(List<FrameMeasure> run, int at, List<Wanted> wanted) {
    if (at < 0 || at >= run.size() || run.get(at).lamp().isEmpty()) {
      return false;
    }
    Streak light = LightShape.of(run.get(at).lamp().get());
    double x = (light.x1() + light.x2()) / 2;
    double y = (light.y1() + light.y2()) / 2;
    return wanted.stream()
        .anyMatch(w -> w.line.distance(x, y) < (w.line.width() + light.width()) / 2);
  }

  /** All strays of one kind in a frame, with the light that is put in their place. */
  private static List<LinePatch> filled(
      List<FrameMeasure> run,
      int at,
      List<Wanted> wanted,
      List<Integer> others,
      Optional<SkyMotion> motion,
      FrameOpener<LightSource> opener)
      throws UnreadableFrame {
    FrameMeasure measure = run.get(at);
    List<LinePatch> lines = new ArrayList<>();
    List<LinePatch.Beside> beside = new ArrayList<>();
    try (LightSource own = opener.open(measure.frame())) {
      PixelLayout layout = own.layout();
      for (Wanted one : wanted) {
        lines.add(new LinePatch(one.stray, one.line, layout));
      }
      for (int other : others) {
        Frame frame = run.get(other).frame();
        Optional<Homography> to = motion.flatMap(m -> m.between(measure.frame(), frame));
        int reach = RowWindow.reach(to.orElse(Homography.IDENTITY), layout);
        LightSource light = opener.open(frame);
        beside.add(new LinePatch.Beside(new LightWindow(light, 2 * reach + 1), reach, to));
      }
      float[] row = new float[layout.rowSamples()];
      for (int y = 0; y < layout.height(); y++) {
        int line = y;
        List<LinePatch> here = lines.stream().filter(l -> l.has(line)).toList();
        if (here.isEmpty()) {
          continue;
        }
        for (LinePatch.Beside other : beside) {
          other.window().hold(y - other.reach(), y + other.reach());
        }
        own.read(y, 1, row);
        here.forEach(l -> l.fill(line, row, beside));
      }
    } finally {
      beside.forEach(b -> b.window().close());
    }
    return lines;
  }

  /** Whether a frame beside it has a line that is the same flight's: on one straight with it. */
  private static boolean goesOn(List<FrameMeasure> run, int at, Streak line) {
    for (int other : new int[] {at - 1, at + 1}) {
      if (other < 0 || other >= run.size()) {
        continue;
      }
      for (Streak next : run.get(other).streaks()) {
        double turn = Math.abs(direction(line) - direction(next)) % Math.PI;
        boolean alike = Math.min(turn, Math.PI - turn) < ALIKE_DIRECTION;
        double aside =
            Math.abs(
                (next.x1() - line.x1()) * Math.sin(direction(line))
                    - (next.y1() - line.y1()) * Math.cos(direction(line)));
        if (alike && aside < 0.1 * (line.length() + next.length())) {
          return true;
        }
      }
    }
    return false;
  }

  private static double direction(Streak line) {
    return Math.atan2(line.y2() - line.y1(), line.x2() - line.x1());
  }

  /** All lines that were found, those that are kept among them, in order of time. */
  public List<FoundLine> found() {
    return found;
  }

  /** A frame with the sky's own light in place of lines. */
  LightSource mended(Frame frame, LightSource light) {
    List<Patch> own = patches.get(frame);
    return own == null ? light : new PatchedLight(light, own);
  }

  /** The same of 8-bit samples. */
  PixelSource mended(Frame frame, PixelSource samples, SampleTone tone) {
    List<Patch> own = patches.get(frame);
    return own == null ? samples : new PatchedSamples(samples, own, tone.encoder());
  }

  /** What of a frame counts where its lines are left out; empty where it has none. */
  public Optional<FrameMask> unlined(Frame frame) {
    List<Patch> own = patches.get(frame);
    if (own == null) {
      return Optional.empty();
    }
    int width = frame.layout().width();
    BitSet counting = new BitSet(width * frame.layout().height());
    counting.set(0, width * frame.layout().height());
    own.forEach(p -> p.clear(counting, width));
    return Optional.of(new FrameMask(width, frame.layout().height(), counting));
  }
}
