package zygonox.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.combine.FrameDropped;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureReader;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * The light of a run's frames, measured.
 *
 * @param frames those that could be read
 * @param levels the level of each over the first one's, in stops
 * @param reds how red each is against the first one, in stops of red over green
 * @param blues the same of blue
 * @param clippedFrom the first one in which highlights are clipped
 */
public record ClipLight(
    List<Frame> frames,
    double[] levels,
    double[] reds,
    double[] blues,
    Optional<Frame> clippedFrom) {
  /** Highlights of a frame are clipped when more of it than this is full. */
  private static final double CLIPPED_SHARE = 0.002;

  /**
   * @param dropped gets those that could not be read
   * @throws WorkFailed when all of them are black, or fewer than two are left
   */
  public static ClipLight of(List<Frame> given, List<FrameDropped> dropped, Workroom room) {
    LightGrid[] grids = new LightGrid[given.size()];
    ReadFault[] faults = new ReadFault[given.size()];
    AtomicInteger done = new AtomicInteger();
    LightStore store = new LightStore(room.kept());
    try (Workers crew = Workers.perCore();
        DecodeMemory memory = new DecodeMemory()) {
      crew.forEach(
          given.size(),
          (i, worker) -> {
            room.cancellation().check();
            try {
              grids[i] = grid(given.get(i), store, memory);
            } catch (UnreadableFrame e) {
              faults[i] = e.fault();
            }
            room.progress().step(done.incrementAndGet(), given.size());
          });
    }
    List<Frame> frames = new ArrayList<>();
    List<LightGrid> read = new ArrayList<>();
    for (int i = 0; i < grids.length; i++) {
      if (grids[i] == null) {
        dropped.add(new FrameDropped(given.get(i).file(), new FrameDropped.Unreadable(faults[i])));
      } else {
        frames.add(given.get(i));
        read.add(grids[i]);
      }
    }
    if (frames.size() < 2) {
      throw new WorkFailed(Phrasebook.say("refused.clip-of-one", frames.size()));
    }
    if (read.stream().allMatch(LightGrid::isBlack)) {
      throw new WorkFailed(Phrasebook.say("refused.clip-of-black", frames.size()));
    }
    double[] levels = new double[frames.size()];
    double[] reds = new double[levels.length];
    double[] blues = new double[levels.length];
    Optional<Frame> clipped = Optional.empty();
    for (int i = 0; i < levels.length; i++) {
      if (i > 0) {
        levels[i] = levels[i - 1] + read.get(i - 1).stopsTo(read.get(i));
        reds[i] = reds[i - 1] + read.get(i - 1).redTo(read.get(i));
        blues[i] = blues[i - 1] + read.get(i - 1).blueTo(read.get(i));
      }
      if (clipped.isEmpty() && read.get(i).clippedShare() > CLIPPED_SHARE) {
        clipped = Optional.of(frames.get(i));
      }
    }
    return new ClipLight(frames, levels, reds, blues, clipped);
  }

  private static LightGrid grid(Frame frame, LightStore store, DecodeMemory memory)
      throws UnreadableFrame {
    Optional<LightGrid> known = store.of(frame.file());
    if (known.isPresent()) {
      return known.get();
    }
    try (LightSource source =
        PictureReader.reduced(frame, LightGrid.WIDE, LightGrid.HIGH, memory)) {
      LightGrid grid = LightGrid.of(source);
      store.keep(frame.file(), grid);
      return grid;
    }
  }
}
