package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import zygonox.core.align.Aligned;
import zygonox.core.align.Alignment;
import zygonox.core.align.StarAligner;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.FrameMask;
import zygonox.core.develop.SoftEdge;
import zygonox.core.format.Depth;
import zygonox.core.format.PictureSink;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.CloudPart;
import zygonox.core.measure.MeasureStore;
import zygonox.core.mend.SkylineFinder;
import zygonox.core.mend.SkylineFinder.SkyPoint;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** A picture of which parts come from elsewhere: from its frames by another method, or from one. */
final class RegionBlend {
  private static final double OWN_SHARE = 0.5;
  private static final double MEASURING_SHARE = 0.3;

  /** Stars of so many frames tell what is sky. */
  private static final int TELLING_FRAMES = 6;

  private final Recipe recipe;

  RegionBlend(Recipe recipe) {
    this.recipe = recipe;
  }

  /** A part, read: its share of each pixel and what it is taken from. */
  private record Piece(float[] share, Raster from, float[] table) {}

  BlendResult blend(FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    long start = System.nanoTime();
    to.check(recipe.method());
    // What is wrong with a part is told before the work, not after it.
    Map<Region, FrameMask> masks = new HashMap<>();
    boolean measures = recipe.regions().stream().anyMatch(Region::isCloud);
    BlendWatcher rest = watcher.share(measures ? MEASURING_SHARE : 0, 1);
    for (Region region : recipe.regions()) {
      region.frame().ifPresent(f -> frame(set, f));
      if (!set.frames().isEmpty() && region.isPainted()) {
        PixelLayout layout = set.frames().get(0).layout();
        masks.put(region, FrameMask.read("region", region.mask().orElseThrow(), layout));
      }
      if (!set.frames().isEmpty() && region.isCloud()) {
        masks.put(region, cloud(set, room.reporting(watcher.share(0, MEASURING_SHARE))));
      }
    }
    try (Parts parts = Parts.of(to.picture(), room)) {
      Recipe alone = recipe.withRegions(List.of()).withDepth(Depth.SIXTEEN);
      BlendResult done =
          new Blender(alone)
              .blend(set, to.part(parts.file("whole")), rest.share(0, OWN_SHARE), room);
      Raster whole = parts.read("whole");
      ToneCurve curve = parts.curve("whole");
      List<Piece> pieces = new ArrayList<>();
      int count = recipe.regions().size();
      for (int i = 0; i < count; i++) {
        double each = (1 - OWN_SHARE) / count;
        BlendWatcher own = rest.share(OWN_SHARE + each * i, OWN_SHARE + each * (i + 1));
        Region region = recipe.regions().get(i);
        String name = "part-" + i;
        BlendWatcher first = region.isSky() ? own.share(0, 0.5) : own;
        Raster from = from(region, set, done, parts, name, first, room);
        pieces.add(
            new Piece(
                SoftEdge.of(
                    masks.computeIfAbsent(region, r -> sky(set, parts, own.share(0.5, 1), room)),
                    region.edgePixels()),
                from,
                parts.curve(name).light(from.layout().bits())));
      }
      new JoinedPicture(recipe, set, done, to)
          .write(
              whole.layout(),
              () -> Phrasebook.say("made.regions", recipe.method().term(), done.used(), count),
              sink -> join(whole, curve, pieces, sink));
      watcher.step(1, 1);
      return done.partOf(recipe, to.picture(), done.frames(), (System.nanoTime() - start) / 1e9);
    }
  }

  /** Told by how bright each place is in each frame. */
  private static FrameMask cloud(FrameSet set, Workroom room) {
    CloudPart part =
        MeasureStore.measure(
                set.frames(),
                room,
                (frame, fault) -> {
                  // Blending reads it again and tells the reason.
                })
            .cloud()
            .orElseThrow(() -> new WorkFailed(Phrasebook.say("refused.no-cloud")));
    PixelLayout layout = set.frames().get(0).layout();
    return new FrameMask(
        layout.width(), layout.height(), part.pixels(layout.width(), layout.height()));
  }

  /** Found in the median of the frames as they lie, in which stars and torches are not seen. */
  private FrameMask sky(FrameSet set, Parts parts, BlendWatcher watcher, Workroom room) {
    Recipe still =
        JoinedBlend.by(BlendMethod.MEDIAN, recipe.withRegions(List.of()), recipe.method())
            .withAlign(Align.NONE, Optional.empty())
            .withMasks(Map.of())
            .withOwnLight(Map.of())
            .withMending(Mending.NONE)
            .withDepth(Depth.SIXTEEN);
    new Blender(still).blend(set, parts.to("still"), watcher, room);
    return FoundSky.in(parts.read("still"), parts.curve("still"), stars(set.frames(), room));
  }

  /** Where stars stand that some of the frames share, as far apart in time as the frames are. */
  private static List<SkyPoint> stars(List<Frame> frames, Workroom room) {
    int last = frames.size() - 1;
    List<Frame> some =
        IntStream.range(0, Math.min(TELLING_FRAMES, frames.size()))
            .mapToObj(i -> frames.get(Math.round((float) i * last / (TELLING_FRAMES - 1))))
            .distinct()
            .toList();
    return SkylineFinder.places(new StarAligner(Optional.empty()).align(some, room).alignments());
  }

  /** The picture that a part is taken from. */
  private Raster from(
      Region region,
      FrameSet set,
      BlendResult done,
      Parts parts,
      String name,
      BlendWatcher watcher,
      Workroom room) {
    BlendMethod method = region.method().orElse(BlendMethod.MEAN);
    FrameSet from = region.frame().map(f -> only(set, f)).orElse(set);
    Recipe whole = recipe.withRegions(List.of()).withDepth(Depth.SIXTEEN);
    // Of one frame all is there: what it does not give to the others would be black.
    Recipe given = region.frame().isPresent() ? whole.withMasks(Map.of()) : whole;
    Recipe other = JoinedBlend.by(method, given, recipe.method());
    new Blender(other, Optional.empty(), aligned(from, set, done))
        .blend(from, parts.to(name), watcher, room);
    return parts.read(name);
  }

  /** How the frames lie on each other is known by now; without alignment there is nothing. */
  private static Optional<Aligned> aligned(FrameSet from, FrameSet set, BlendResult done) {
    if (done.reference().isEmpty()) {
      return Optional.empty();
    }
    Frame reference = frame(set, done.reference().get());
    List<Frame> frames = new ArrayList<>();
    List<Alignment> alignments = new ArrayList<>();
    for (Alignment one : done.alignment()) {
      from.frames().stream()
          .filter(f -> f.file().equals(one.file()))
          .findFirst()
          .ifPresent(
              f -> {
                frames.add(f);
                alignments.add(one);
              });
    }
    if (frames.isEmpty()) {
      throw InvalidInput.about(
          "region", Phrasebook.say("refused.region-of-no-part", from.frames().get(0).file()));
    }
    return Optional.of(new Aligned(reference, List.of(), frames, alignments, List.of(), List.of()));
  }

  private static Frame frame(FrameSet set, Path file) {
    Path wanted = file.toAbsolutePath().normalize();
    return set.frames().stream()
        .filter(f -> f.file().toAbsolutePath().normalize().equals(wanted))
        .findFirst()
        .orElseThrow(
            () -> InvalidInput.about("region", Phrasebook.say("refused.region-of-no-part", file)));
  }

  private static FrameSet only(FrameSet set, Path file) {
    return new FrameSet(List.of(frame(set, file)), List.of(), set.assumedOffset());
  }

  private static void join(Raster whole, ToneCurve curve, List<Piece> pieces, PictureSink sink)
      throws IOException {
    PixelLayout layout = whole.layout();
    float[] table = curve.light(layout.bits());
    EncodedRow row = new EncodedRow(sink, curve);
    int channels = layout.channels();
    for (int y = 0; y < layout.height(); y++) {
      for (int x = 0; x < layout.width(); x++) {
        int pixel = y * layout.width() + x;
        for (int c = 0; c < channels; c++) {
          float light = table[whole.samples()[pixel * channels + c] & 0xffff];
          for (Piece piece : pieces) {
            float share = piece.share()[pixel];
            if (share > 0) {
              float own = piece.table()[piece.from().samples()[pixel * channels + c] & 0xffff];
              light += share * (own - light);
            }
          }
          row.set(x * channels + c, light);
        }
      }
      row.write(y);
    }
  }
}
