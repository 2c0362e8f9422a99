package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.align.Alignment;
import zygonox.core.align.Moved;
import zygonox.core.align.Placement;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.FrameDropped;
import zygonox.core.develop.Calibrator;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.Depth;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureSink;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.mend.Subject;
import zygonox.core.mend.SubjectFinder;
import zygonox.core.mend.SubjectPiece;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * A movement in one picture: the empty place from the run's median, and what moves laid into it
 * from each frame that is chosen.
 */
final class MovementBlend {
  private static final double PLACE_SHARE = 0.5;

  private final Recipe recipe;
  private final Movement movement;

  MovementBlend(Recipe recipe) {
    this.recipe = recipe;
    this.movement = recipe.movement().orElseThrow();
  }

  BlendResult blend(FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    long start = System.nanoTime();
    to.check(recipe.method());
    try (Parts parts = Parts.of(to.picture(), room)) {
      Recipe alone = recipe.withMovement(Optional.empty()).withDepth(Depth.SIXTEEN);
      BlendResult done =
          new Blender(alone)
              .blend(set, to.part(parts.file("place")), watcher.share(0, PLACE_SHARE), room);
      Raster place = parts.read("place");
      ToneCurve curve = parts.curve("place");
      List<Path> left = done.dropped().stream().map(FrameDropped::file).toList();
      List<Frame> frames = set.frames().stream().filter(f -> !left.contains(f.file())).toList();
      Map<Frame, SubjectPiece> found =
          find(frames, done, place, curve, watcher.share(PLACE_SHARE, 1), room);
      List<SubjectPiece> laid = new ArrayList<>();
      List<Subject> told = new ArrayList<>();
      for (Frame frame : frames) {
        SubjectPiece piece = found.get(frame);
        if (piece != null) {
          boolean taken = movement.takes(frame.file(), told.size());
          told.add(subject(frame, piece, taken));
          if (taken) {
            laid.add(movement.over() == Movement.Over.EARLIER ? 0 : laid.size(), piece);
          }
        }
      }
      new JoinedPicture(recipe, set, done, to)
          .write(
              place.layout(),
              () ->
                  Phrasebook.say("made.movement", laid.size(), done.used(), recipe.method().term()),
              sink -> lay(place, curve, laid, sink));
      watcher.step(1, 1);
      return done.partOf(recipe, to.picture(), done.frames(), (System.nanoTime() - start) / 1e9)
          .showing(told);
    }
  }

  private static Subject subject(Frame frame, SubjectPiece piece, boolean taken) {
    return new Subject(
        frame.file(), piece.left(), piece.top(), piece.right(), piece.bottom(), taken);
  }

  /** What moves in each frame, cut out of those that may be chosen. */
  private Map<Frame, SubjectPiece> find(
      List<Frame> frames,
      BlendResult done,
      Raster place,
      ToneCurve curve,
      Progress progress,
      Workroom room) {
    SubjectFinder finder = new SubjectFinder(place, curve);
    Map<Path, Placement> placements = new HashMap<>();
    for (Alignment one : done.alignment()) {
      placements.put(one.file(), one.placement());
    }
    Map<Frame, SubjectPiece> found = new ConcurrentHashMap<>();
    AtomicInteger ready = new AtomicInteger();
    try (DecodeMemory memory = new DecodeMemory()) {
      FrameLane lane = lane(frames, done, place.layout(), memory, room);
      try (Workers crew = room.crew(finder.heldBytes() + heldBytes(frames.get(0), lane, memory))) {
        crew.forEach(
            frames.size(),
            (i, worker) -> {
              Frame frame = frames.get(i);
              Placement onto = placements.getOrDefault(frame.file(), Placement.AS_IT_IS);
              Optional<SubjectPiece> piece;
              try (LightSource source = open(lane, frame, onto, memory)) {
                piece = finder.find(source, room.cancellation());
              }
              if (piece.isPresent()) {
                // Decoded again: a frame's samples would take more room than its subject's.
                try (LightSource source = open(lane, frame, onto, memory)) {
                  piece.get().cut(source, curve, room.cancellation());
                }
                found.put(frame, piece.get());
              }
              progress.step(ready.incrementAndGet(), frames.size());
            });
      }
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.broke-off-while-it-was", e.file()), e);
    }
    return found;
  }

  /** The frames as the place was blended of them. */
  private FrameLane lane(
      List<Frame> frames,
      BlendResult done,
      PixelLayout layout,
      DecodeMemory memory,
      Workroom room) {
    Path wanted = done.reference().or(recipe::reference).orElse(frames.get(0).file());
    Frame reference =
        frames.stream().filter(f -> f.file().equals(wanted)).findFirst().orElse(frames.get(0));
    Workroom quiet = room.reporting(Progress.NONE);
    Calibrator calibrator = Calibrator.of(recipe.calibration(), frames, quiet);
    return new FrameLane(recipe, calibrator, layout).levelled(frames, reference, memory, quiet);
  }

  private static long heldBytes(Frame frame, FrameLane lane, DecodeMemory memory)
      throws UnreadableFrame {
    try (LightSource source = lane.open(frame, memory)) {
      return source.heldBytes();
    }
  }

  private LightSource open(FrameLane lane, Frame frame, Placement onto, DecodeMemory memory)
      throws UnreadableFrame {
    LightSource source = lane.open(frame, memory);
    return onto.isAsItIs() ? source : Moved.onto(source, onto, recipe.kernel());
  }

  private void lay(Raster place, ToneCurve curve, List<SubjectPiece> laid, PictureSink sink)
      throws IOException {
    PixelLayout layout = place.layout();
    float[] table = curve.light(layout.bits());
    EncodedRow encoded = new EncodedRow(sink, curve);
    float[] row = new float[layout.rowSamples()];
    float[] empty = new float[layout.rowSamples()];
    boolean brighter = movement.over() == Movement.Over.BRIGHTER;
    for (int y = 0; y < layout.height(); y++) {
      for (int i = 0; i < row.length; i++) {
        row[i] = table[place.samples()[y * row.length + i] & 0xffff];
      }
      System.arraycopy(row, 0, empty, 0, row.length);
      for (SubjectPiece piece : laid) {
        piece.lay(y, row, empty, table, brighter);
      }
      for (int i = 0; i < row.length; i++) {
        encoded.set(i, row[i]);
      }
      encoded.write(y);
    }
  }
}
