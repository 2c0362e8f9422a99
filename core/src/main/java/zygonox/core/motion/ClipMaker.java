package zygonox.core.motion;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.combine.FrameDropped;
import zygonox.core.develop.Balance;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.LightSource;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.recipe.LikeFrames;
import zygonox.core.work.ContentKey;
import zygonox.core.work.DiskFault;
import zygonox.core.work.LogFile;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * Makes a clip of frames: measures their light, works out what is done about it, then brings frame
 * after frame to size and gives it to the film. No more than a few pictures are held at a time.
 */
public final class ClipMaker {
  private static final double MEASURING_SHARE = 0.3;
  private static final double STEADYING_SHARE = 0.5;

  private final ClipRecipe recipe;
  private final StillFormat stills;

  public ClipMaker(ClipRecipe recipe, StillFormat stills) {
    this.recipe = recipe;
    this.stills = stills;
  }

  /**
   * @param set the frames, in order, and what of the set was unreadable
   * @param out a file whose ending tells what it is, or a folder
   * @throws InvalidInput when the place or the name is wrong
   * @throws WorkFailed when too few frames are left, the disk is full or a file cannot be written;
   *     nothing is written then
   * @throws zygonox.core.work.Cancelled on cancellation; nothing is written then
   */
  public ClipResult make(FrameSet set, Path out, WholeFile.IfPresent ifPresent, Workroom room) {
    return make(set, out, Optional.empty(), ifPresent, room);
  }

  /**
   * The same with the clip's last picture as a still.
   *
   * @param still where it goes; empty: nowhere
   */
  public ClipResult make(
      FrameSet set, Path out, Optional<Path> still, WholeFile.IfPresent ifPresent, Workroom room) {
    long start = System.nanoTime();
    still.ifPresent(
        s -> {
          OutputFormat.of(s);
          WholeFile.checkPlace(s, ifPresent);
        });
    LastPicture last = new LastPicture();
    recipe.codec().checked(out);
    checkPlace(out, ifPresent);
    List<FrameDropped> dropped = new ArrayList<>();
    for (FrameSet.Unreadable bad : set.unreadable()) {
      dropped.add(new FrameDropped(bad.file(), new FrameDropped.Unreadable(bad.fault())));
    }
    List<Frame> alike = LikeFrames.of(set.frames(), dropped);
    if (alike.size() < 2) {
      throw new WorkFailed(Phrasebook.say("refused.clip-of-one", alike.size()));
    }
    PictureSize size = recipe.sizeFor(alike.get(0).layout());
    ClipLight light = ClipLight.of(alike, dropped, room.share(0, MEASURING_SHARE));
    List<Frame> frames = light.frames();
    Timeline timeline = Timeline.of(frames.stream().map(set::takenAt).toList(), recipe.pace());
    checkRoom(out, size, timeline.count());
    LightCourse course = LightCourse.of(light, recipe.evenness());
    Steady steady =
        recipe.view().steady()
            ? Steady.of(frames, room.share(MEASURING_SHARE, STEADYING_SHARE))
            : Steady.AS_SHOT;
    Workroom rest = room.share(recipe.view().steady() ? STEADYING_SHARE : MEASURING_SHARE, 1);
    String title = String.valueOf(out.getFileName()).replaceFirst("\\.[^.]*$", "");
    VideoSink.About about = new VideoSink.About(title, set.takenAt(frames.get(0)));
    ClipParts parts = new ClipParts(out, key(frames, size, timeline));
    parts.sweep();
    try (DecodeMemory memory = new DecodeMemory()) {
      ClipPictures pictures =
          new ClipPictures(recipe, size, balance(frames.get(0), memory), steady, memory);
      Shown shown = new Shown(frames, course, pictures);
      write(
          out,
          ifPresent,
          parts,
          target -> sink(target, out, size, about, parts),
          sink -> feed(timeline, shown, size, sink, rest, last));
    } finally {
      // A process that is killed does not come here, and leaves them for the next one.
      parts.remove();
    }
    still.ifPresent(s -> last.write(s, size, ifPresent));
    Steady.Part part = steady.part(frames.get(0), size, nearest());
    return new ClipResult(
        recipe,
        out,
        frames.size(),
        timeline.count(),
        List.copyOf(dropped),
        size,
        recipe.rate().duration(timeline.count()),
        LightCourse.flicker(course.shot()),
        LightCourse.flicker(course.shown()),
        course.steps().stream()
            .map(s -> new ClipResult.Step(frames.get(s.after()).file(), s.stops()))
            .toList(),
        light.clippedFrom().map(Frame::file),
        Math.max(1, size.width() / part.width()),
        steady.lost(frames.get(0)),
        bytes(out),
        (System.nanoTime() - start) / 1e9);
  }

  private float[] balance(Frame first, DecodeMemory memory) {
    try (LightSource source = PictureReader.light(first, 3, memory)) {
      return Balance.of(recipe.tone(), source);
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.none-of-the-frames-could", e.file()), e);
    }
  }

  private interface Opener {
    ClipSink open(Path target) throws IOException;
  }

  private interface Feeder {
    void feed(ClipSink sink) throws IOException;
  }

  private ClipSink sink(
      Path target, Path as, PictureSize size, VideoSink.About about, ClipParts parts)
      throws IOException {
    return recipe.codec() == Codec.STILLS
        ? new StillsSink(parts, size, stills, recipe.quality())
        : new VideoSink(target, as, recipe, size, about, parts);
  }

  /** Tells a clip of these frames from all others. */
  private String key(List<Frame> frames, PictureSize size, Timeline timeline) {
    String how =
        "clip 1 " + ClipJson.write(recipe) + stills + size + Arrays.hashCode(timeline.places());
    try {
      return ContentKey.of(how, frames.stream().map(Frame::file).toList());
    } catch (IOException e) {
      // A frame that cannot be read is told where it is decoded.
      LogFile.note("a clip's key", e);
      return "unread-" + System.nanoTime();
    }
  }

  /** Of what the clip shows, the part that is enlarged most. */
  private Move.Window nearest() {
    return recipe
        .view()
        .move()
        .map(m -> m.from().zoom() > m.to().zoom() ? m.from() : m.to())
        .orElse(Move.Window.WHOLE);
  }

  /** What takes are made of. */
  private record Shown(List<Frame> frames, LightCourse course, ClipPictures pictures) {
    short[] picture(Reel.Take take) {
      Frame frame = frames.get(take.frame());
      double place = (double) take.frame() / (frames.size() - 1);
      try {
        return pictures.of(frame, course.correction(take.frame()), place, take.share());
      } catch (UnreadableFrame e) {
        // It was measured a moment ago: a card was pulled, or a disk is gone.
        throw new WorkFailed(Phrasebook.say("refused.broke-off-while-it-was", e.file()), e);
      }
    }
  }

  /** While one of the crew gives pictures to the film the others make the next takes. */
  private void feed(
      Timeline timeline,
      Shown shown,
      PictureSize size,
      ClipSink sink,
      Workroom room,
      LastPicture last)
      throws IOException {
    // Trails grow from the beginning, also where the film goes on from the middle.
    boolean fromStart = recipe.trails().kind() != Trails.Kind.NONE;
    // The last one is made in any case, for a still.
    int begun = (int) Math.min(sink.begun(), timeline.count());
    int start = fromStart ? 0 : Math.min(begun, timeline.count() - 1);
    Reel reel =
        new Reel(
            timeline,
            recipe.pace().averaged(),
            shown.frames().size(),
            recipe.view().move().isPresent(),
            start);
    AtomicInteger at = new AtomicInteger(start);
    TrailGrower grower = new TrailGrower(recipe.trails(), 3 * size.width() * size.height());
    List<Reel.Take> takes = reel.takes();
    try (Workers crew = Workers.perCore()) {
      int batch = Math.max(2, 2 * crew.count());
      short[][] ready = new short[0][];
      for (int from = 0; from < takes.size() + batch; from += batch) {
        int first = from;
        int count = Math.max(0, Math.min(batch, takes.size() - from));
        short[][] made = new short[count][];
        short[][] before = ready;
        crew.forEach(
            count + 1,
            (i, worker) -> {
              room.cancellation().check();
              if (i > 0) {
                made[i - 1] = shown.picture(takes.get(first + i - 1));
                return;
              }
              for (int k = 0; k < before.length; k++) {
                reel.made(first - batch + k, before[k]);
                for (short[] next = reel.next(); next != null; next = reel.next()) {
                  room.cancellation().check();
                  short[] picture = grower.next(next);
                  if (at.getAndIncrement() >= begun) {
                    sink.picture(picture);
                  }
                  last.is(picture);
                }
              }
            });
        ready = made;
        room.progress().step(Math.min(takes.size(), from), takes.size());
      }
    }
    sink.finish();
  }

  private void checkPlace(Path out, WholeFile.IfPresent ifPresent) {
    if (recipe.codec() != Codec.STILLS) {
      WholeFile.checkPlace(out, ifPresent);
      return;
    }
    Path folder = out.toAbsolutePath().getParent();
    if (folder == null || !Files.isDirectory(folder)) {
      throw new InvalidInput(Phrasebook.say("refused.the-folder-of-is-not", out));
    }
    if (Files.exists(out) && !Files.isDirectory(out)) {
      throw InvalidInput.about("out", Phrasebook.say("refused.no-clip-name", out));
    }
    if (ifPresent == WholeFile.IfPresent.REFUSE && !isEmpty(out)) {
      throw InvalidInput.about("out", Phrasebook.say("refused.folder-has-files", out));
    }
  }

  private static boolean isEmpty(Path folder) {
    if (!Files.isDirectory(folder)) {
      return true;
    }
    try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
      return !files.iterator().hasNext();
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.the-folder-cannot-be-written", folder), e);
    }
  }

  private void checkRoom(Path out, PictureSize size, int count) {
    long need =
        recipe.codec() == Codec.STILLS
            ? (long) count * size.width() * size.height() * (stills == StillFormat.TIFF ? 6 : 1)
            : ClipBytes.foretold(recipe, size, count);
    long free = out.toAbsolutePath().getParent().toFile().getUsableSpace();
    if (free < need) {
      throw new WorkFailed(
          Phrasebook.say("refused.disk-full-at-most", out, new ByteSize(need), new ByteSize(free)));
    }
  }

  private void write(
      Path out, WholeFile.IfPresent ifPresent, ClipParts parts, Opener opener, Feeder feeder) {
    if (recipe.codec() != Codec.STILLS) {
      WholeFile.write(out, ifPresent, temporary -> into(temporary, opener, feeder));
      return;
    }
    try {
      into(parts.folder(), opener, feeder);
      moveStills(parts.folder(), out);
    } catch (IOException e) {
      throw new WorkFailed(
          Phrasebook.say("refused.could-not-be-written-nothing", out, DiskFault.reason(e)), e);
    }
  }

  private static void into(Path target, Opener opener, Feeder feeder) throws IOException {
    try (ClipSink sink = opener.open(target)) {
      feeder.feed(sink);
    }
  }

  /** A new folder comes to its place at once; into one that is there the pictures are moved. */
  private static void moveStills(Path from, Path out) throws IOException {
    if (!Files.exists(out)) {
      Files.move(from, out);
      return;
    }
    // Those of an older, longer clip would go on where the new one ends.
    try (DirectoryStream<Path> old =
        Files.newDirectoryStream(out, "[0-9][0-9][0-9][0-9][0-9][0-9].*")) {
      for (Path file : old) {
        Files.delete(file);
      }
    }
    try (DirectoryStream<Path> made = Files.newDirectoryStream(from)) {
      for (Path file : made) {
        Files.move(file, out.resolve(file.getFileName()));
      }
    }
  }

  private static long bytes(Path out) {
    if (!Files.isDirectory(out)) {
      return out.toFile().length();
    }
    long sum = 0;
    try (DirectoryStream<Path> files = Files.newDirectoryStream(out)) {
      for (Path file : files) {
        sum += file.toFile().length();
      }
    } catch (IOException e) {
      return 0;
    }
    return sum;
  }
}
