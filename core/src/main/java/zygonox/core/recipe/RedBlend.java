package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import zygonox.core.align.Aligned;
import zygonox.core.align.StarAligner;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.Tone;
import zygonox.core.format.Depth;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PictureSink;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/**
 * A picture in colours with the light of a narrow band added to its red: both are stacked by
 * themselves, the second laid on the first by their stars, less its own background.
 */
final class RedBlend {
  private static final double COLOUR_SHARE = 0.5;
  private static final double RED_SHARE = 0.95;

  private final Recipe recipe;
  private final RedLight red;

  RedBlend(Recipe recipe) {
    this.recipe = recipe;
    this.red = recipe.red().orElseThrow();
  }

  BlendResult blend(FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    long start = System.nanoTime();
    to.check(recipe.method());
    FrameSet redSet = FrameFinder.find(red.frames(), Progress.NONE, room.cancellation());
    if (redSet.frames().isEmpty()) {
      throw InvalidInput.about("red", Phrasebook.say("refused.no-masters", red.frames().get(0)));
    }
    try (Parts parts = Parts.of(to.picture(), room)) {
      Recipe colours = recipe.withRed(Optional.empty()).withDepth(Depth.SIXTEEN);
      BlendResult done =
          new Blender(colours)
              .blend(set, to.part(parts.file("colours")), watcher.share(0, COLOUR_SHARE), room);
      stack(set, redSet, done, parts, watcher.share(COLOUR_SHARE, RED_SHARE), room);
      Raster picture = parts.read("colours");
      Raster band = parts.read("red");
      PixelLayout layout = picture.layout();
      if (layout.channels() != 3) {
        throw InvalidInput.about("red", Phrasebook.say("refused.red-without-colours"));
      }
      ToneCurve curve = parts.curve("colours");
      ToneCurve redCurve = parts.curve("red");
      new JoinedPicture(recipe, set, done, to)
          .write(
              layout,
              () -> Phrasebook.say("made.red", recipe.method().term(), done.used()),
              sink -> join(picture, curve, band, redCurve, sink));
      watcher.step(1, 1);
      return done.partOf(recipe, to.picture(), done.frames(), (System.nanoTime() - start) / 1e9);
    }
  }

  /** Stacks the frames behind the filter on the pixels of the picture in colours. */
  private void stack(
      FrameSet set,
      FrameSet redSet,
      BlendResult done,
      Parts parts,
      BlendWatcher watcher,
      Workroom room) {
    Frame first = redSet.frames().get(0);
    Frame onto = reference(set, done);
    if (first.layout().width() != onto.layout().width()
        || first.layout().height() != onto.layout().height()) {
      throw InvalidInput.about(
          "red",
          Phrasebook.say(
              "refused.master-of-other-size",
              first.file(),
              first.layout().width(),
              first.layout().height(),
              onto.layout().width(),
              onto.layout().height()));
    }
    Recipe alone =
        recipe
            .withRed(Optional.empty())
            .withSharpest(OptionalInt.empty())
            .withGround(Optional.empty())
            .withMatchLight(false)
            .withTaper(Taper.NONE)
            .withMending(recipe.mending().withGaps(false))
            .withMasks(Map.of())
            .withTone(Tone.NONE)
            .withMono(isMosaic(first))
            .withDepth(Depth.SIXTEEN);
    Optional<Aligned> aligned = Optional.empty();
    if (recipe.align() != Align.NONE) {
      aligned = Optional.of(laid(onto, redSet.frames(), room));
      alone = alone.withAlign(recipe.align(), Optional.empty());
    }
    new Blender(alone, Optional.empty(), aligned).blend(redSet, parts.to("red"), watcher, room);
  }

  private static boolean isMosaic(Frame frame) {
    try {
      return PictureReader.isMosaic(frame);
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.master-unreadable", frame.file()), e);
    }
  }

  private static Frame reference(FrameSet set, BlendResult done) {
    Path wanted = done.reference().orElse(set.frames().get(0).file());
    return set.frames().stream().filter(f -> f.file().equals(wanted)).findFirst().orElseThrow();
  }

  /** The frames behind the filter on the reference, which itself takes no part. */
  private static Aligned laid(Frame onto, List<Frame> frames, Workroom room) {
    List<Frame> all = new ArrayList<>(frames);
    all.add(0, onto);
    Aligned found = new StarAligner(Optional.of(onto.file())).align(all, room);
    List<Frame> taking = found.frames().stream().filter(f -> f != onto).toList();
    if (taking.isEmpty()) {
      throw new WorkFailed(
          Phrasebook.say("refused.no-two-of-the-frames", StarAligner.FEWEST_STARS));
    }
    return new Aligned(
        onto,
        found.referenceStars(),
        taking,
        found.alignments().stream().filter(a -> !a.file().equals(onto.file())).toList(),
        found.failures(),
        found.unread());
  }

  private void join(
      Raster picture, ToneCurve curve, Raster band, ToneCurve redCurve, PictureSink sink)
      throws IOException {
    PixelLayout layout = picture.layout();
    float[] table = curve.light(layout.bits());
    float[] redTable = redCurve.light(band.layout().bits());
    EncodedRow row = new EncodedRow(sink, curve);
    float background = redTable[background(band)];
    for (int y = 0; y < layout.height(); y++) {
      for (int x = 0; x < layout.width(); x++) {
        for (int c = 0; c < 3; c++) {
          float light = table[picture.at(x, y, c)];
          if (c == 0) {
            light += (float) red.share() * (redTable[band.at(x, y, 0)] - background);
          }
          row.set(3 * x + c, light);
        }
      }
      row.write(y);
    }
  }

  /** The middle of the red channel's samples. */
  private static int background(Raster band) {
    PixelLayout layout = band.layout();
    int[] red = new int[layout.width() * layout.height()];
    for (int i = 0; i < red.length; i++) {
      red[i] = band.samples()[i * layout.channels()] & 0xffff;
    }
    Arrays.sort(red);
    return red[red.length / 2];
  }
}
