package zygonox.core.recipe;

import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import zygonox.core.align.Aligned;
import zygonox.core.align.SceneAligner;
import zygonox.core.align.StarAligner;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.Combination;
import zygonox.core.combine.CoverageMap;
import zygonox.core.combine.FrameDropped;
import zygonox.core.combine.Snapshot;
import zygonox.core.develop.Calibrator;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.Depth;
import zygonox.core.format.HalvedLight;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/**
 * Makes one picture of many frames, as a recipe says. Frames are read, moved and combined by the
 * strip: memory stays within its bound however many there are.
 */
public final class Blender {
  /** What finding and matching stars takes of an aligned blend's time, about. */
  private static final double ALIGNING_SHARE = 0.4;

  /** What measuring takes of a weighted blend's time, about. */
  private static final double MEASURING_SHARE = 0.5;

  /** What making masters takes of a calibrated blend's time, about. */
  private static final double CALIBRATING_SHARE = 0.3;

  /** What finding lines and gaps takes of a blend's time in which they are mended, about. */
  private static final double MENDING_SHARE = 0.4;

  private static final int FRAMES_BESIDE = 2;

  /** Memory for so many bytes a sample is plenty for one frame more. */
  private static final long PLENTY = 12;

  /** Memory that a blend needs beside its masters, at the least. */
  private static final long LEAST_BESIDE_MASTERS = 1 << 20;

  private final Recipe recipe;
  private final Optional<FrameMask> everyFrame;
  private final Optional<Aligned> known;

  /**
   * @throws InvalidInput when the recipe contradicts itself
   */
  public Blender(Recipe recipe) {
    this(recipe, Optional.empty(), Optional.empty());
  }

  /**
   * @param everyFrame which part of each frame counts, on its own pixels
   * @param known how the frames lie, where that was found before
   */
  Blender(Recipe recipe, Optional<FrameMask> everyFrame, Optional<Aligned> known) {
    this.recipe = recipe.checked();
    this.everyFrame = everyFrame;
    this.known = known;
  }

  /**
   * Blends frames into a file.
   *
   * @param set the frames that take part, in order, and what of the set was unreadable
   * @param to the output
   * @param watcher hears how far it is, and sees the picture grow
   * @param room its memory and scratch folder; its progress hears nothing, as the watcher does
   * @throws InvalidInput when an option does not fit the frames or the output's place is wrong
   * @throws WorkFailed when no frame is left, or reading or writing fails; nothing is written then
   * @throws zygonox.core.work.Cancelled on cancellation; nothing is written then
   */
  public BlendResult blend(FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    if (recipe.red().isPresent()) {
      return new RedBlend(recipe).blend(set, to, watcher, room);
    }
    if (recipe.movement().isPresent()) {
      return new MovementBlend(recipe).blend(set, to, watcher, room);
    }
    if (!recipe.regions().isEmpty()) {
      return new RegionBlend(recipe).blend(set, to, watcher, room);
    }
    if (recipe.sharpen() > 0) {
      return new SharpenedBlend(recipe).blend(set, to, watcher, room);
    }
    return recipe.ground().isPresent()
        ? new JoinedBlend(recipe).blend(set, to, watcher, room)
        : blendAlone(set, to, watcher, room);
  }

  private BlendResult blendAlone(
      FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    long start = System.nanoTime();
    OutputFormat format = OutputFormat.of(to.picture());
    to.check(recipe.method());
    List<FrameDropped> dropped = new ArrayList<>();
    for (FrameSet.Unreadable bad : set.unreadable()) {
      dropped.add(new FrameDropped(bad.file(), new FrameDropped.Unreadable(bad.fault())));
    }
    int given = set.frames().size() + set.unreadable().size();
    List<Frame> alike = LikeFrames.of(set.frames(), dropped);
    BlendWatcher rest = watcher;
    if (recipe.sharpest().isPresent()) {
      int count = recipe.sharpest().getAsInt();
      alike = Sharpest.of(alike, count, dropped, room.reporting(rest.share(0, MEASURING_SHARE)));
      rest = rest.share(MEASURING_SHARE, 1);
    }
    Map<Frame, Double> weights = Map.of();
    if (recipe.weights() == Weights.QUALITY) {
      weights = QualityWeights.of(alike, room.reporting(rest.share(0, MEASURING_SHARE)));
      rest = rest.share(MEASURING_SHARE, 1);
    }
    Calibrator calibrator = Calibrator.NONE;
    if (!recipe.calibration().isNone()) {
      calibrator =
          Calibrator.of(
              recipe.calibration(), alike, room.reporting(rest.share(0, CALIBRATING_SHARE)));
      rest = rest.share(CALIBRATING_SHARE, 1);
    }
    PixelLayout stored = commonLayout(alike);
    ByteSize left = left(room.memory(), calibrator);
    try (DecodeMemory memory = new DecodeMemory(framesBeside(stored, left))) {
      Optional<Aligned> aligned = known;
      if (known.isEmpty() && recipe.align() != Align.NONE) {
        int held = framesHeld(alike.size(), stored, left);
        memory.hold(held);
        ByteSize beside = new ByteSize(left.bytes() - (long) held * stored.samples());
        Workroom aligning = room.within(beside).reporting(rest.share(0, ALIGNING_SHARE));
        aligned = Optional.of(align(alike, dropped, memory, aligning));
        memory.hold(0);
        rest = rest.share(ALIGNING_SHARE, 1);
      }
      List<Frame> frames = aligned.map(Aligned::frames).orElse(alike);
      PixelLayout own = commonLayout(frames);
      FrameLane lane = new FrameLane(recipe, calibrator, own);
      PixelLayout layout = grid(own);
      Depth depth = recipe.depth().orElse(format.nearest(usualDepth(frames)));
      FrameLane levelled =
          recipe.usesLight()
              ? lane.levelled(frames, reference(frames, aligned), memory, room)
              : lane;
      Mends mends = Mends.NONE;
      if (!recipe.mending().equals(Mending.NONE)) {
        mends =
            Mends.of(
                recipe,
                set,
                frames,
                f -> levelled.open(f, memory),
                room.reporting(rest.share(0, MENDING_SHARE)));
        rest = rest.share(MENDING_SHARE, 1);
      }
      Contributions bringing = new Contributions(recipe, everyFrame, frames, mends, memory);
      Optional<FinerDetail> finer =
          aligned
              .filter(a -> recipe.scale() > 1)
              .flatMap(a -> FinerDetail.of(a, layout, (int) recipe.scale()));
      Combination.Terms terms =
          new Combination.Terms(
              recipe.method(),
              recipe.averageIn(),
              recipe.kappa(),
              layout,
              frames.get(0).info().colours().curve(),
              depth,
              new ByteSize(left.bytes() - memory.heldBytes()),
              format.heldBytes(layout.samples(), depth) + mapBytes(layout, to) + mends.heldBytes(),
              to.scratch(room),
              new Snapshot(
                  to.picture(),
                  key(frames, aligned, weights),
                  to.isPart(),
                  finer.stream().toList()),
              to.rejected().isPresent());
      Combination<?> combination =
          bringing.areSamples()
              ? Combination.exact(
                  terms, bringing.samples(layout, calibrator), rest, room.cancellation())
              : Combination.light(
                  terms,
                  bringing.light(levelled, aligned, finer, weights),
                  rest,
                  room.cancellation());
      CoverageMap.Area area = area(combination);
      write(combination, terms, frames, area, format, to);
      dropped.addAll(combination.dropped());
      CoverageMap coverage = combination.coverage();
      to.coverage().ifPresent(c -> CountPicture.write(coverage, area, c, to.ifPresent()));
      to.rejected()
          .ifPresent(
              r ->
                  CountPicture.write(
                      combination.rejection().orElseThrow().map(), area, r, to.ifPresent()));
      return new BlendResult(
          recipe,
          to.picture(),
          given,
          combination.used(),
          List.copyOf(dropped),
          area.width(),
          area.height(),
          (System.nanoTime() - start) / 1e9,
          combination.memoryBytes(),
          aligned.map(a -> a.reference().file()),
          aligned.map(Aligned::alignments).orElse(List.of()),
          combination.noise(),
          aligned
              .filter(a -> recipe.scale() == 1)
              .flatMap(a -> StarWidths.of(a, to.picture(), area, room)),
          coverage.counts(area),
          combination.rejection().map(r -> r.counts(coverage.counts(coverage.whole()).mean())),
          aligned
              .map(a -> Sharpness.of(recipe, a, to.picture(), area, room))
              .orElse(OptionalDouble.empty()),
          finer.map(f -> f.contrast(combination.used())).orElse(OptionalDouble.empty()),
          mends.done(calibrator.hotPixels()),
          Optional.empty(),
          warnings(calibrator, aligned));
    }
  }

  /**
   * How many frames are kept decoded: mending looks into those beside one too, which come next, or
   * have just gone by. Where memory is scarce they are decoded again.
   */
  private int framesBeside(PixelLayout layout, ByteSize memory) {
    long fitting = memory.bytes() / (PLENTY * layout.samples());
    return recipe.mending().equals(Mending.NONE) ? 0 : (int) Math.min(FRAMES_BESIDE, fitting);
  }

  /**
   * How many frames wait decoded from looking for stars to blending: all where blending leaves room
   * for them, else none, for the memory of a long run fills up with other things meanwhile.
   */
  private int framesHeld(int frames, PixelLayout layout, ByteSize memory) {
    long beside = memory.bytes() - PLENTY * grid(layout).samples();
    boolean fitting = layout.bits() == Byte.SIZE && beside >= (long) frames * layout.samples();
    return fitting && recipe.align() == Align.STARS ? frames : 0;
  }

  /** What the map of rejected frames holds until it is written. */
  private static long mapBytes(PixelLayout layout, Destination to) {
    return to.rejected().isPresent() ? 2L * Short.BYTES * layout.width() * layout.height() : 0;
  }

  /** What the masters leave of the memory. */
  private static ByteSize left(ByteSize memory, Calibrator calibrator) {
    long left = memory.bytes() - calibrator.heldBytes();
    if (calibrator.heldBytes() > 0 && left < LEAST_BESIDE_MASTERS) {
      throw InvalidInput.about(
          "memory",
          Phrasebook.say(
              "refused.masters-take-it-all",
              new ByteSize(calibrator.heldBytes()),
              new ByteSize(calibrator.heldBytes() + LEAST_BESIDE_MASTERS)));
    }
    return new ByteSize(left);
  }

  private List<BlendWarning> warnings(Calibrator calibrator, Optional<Aligned> aligned) {
    List<BlendWarning> warnings = new ArrayList<>();
    if (calibrator.darksUnlike()) {
      warnings.add(BlendWarning.DARK_MISMATCH);
    }
    if (recipe.scale() > 1 && !SubPixels.differ(aligned.orElseThrow())) {
      warnings.add(BlendWarning.NO_DETAIL);
    }
    return warnings;
  }

  /** Tells a half-grown blend. */
  private String key(List<Frame> frames, Optional<Aligned> aligned, Map<Frame, Double> weights) {
    StringBuilder how = new StringBuilder("grown 16 ");
    how.append(recipe.method()).append(recipe.averageIn()).append(recipe.calibration());
    how.append(recipe.kappa()).append(recipe.depth());
    how.append(recipe.masks()).append(everyFrame.map(m -> m.white().hashCode()));
    how.append(recipe.taper()).append(recipe.mending()).append(recipe.ownLight());
    how.append(recipe.reference()).append(recipe.kernel());
    how.append(recipe.scale())
        .append(recipe.mono())
        .append(recipe.matchLight())
        .append(recipe.tone());
    aligned.ifPresent(
        a -> a.alignments().forEach(m -> how.append(Arrays.toString(m.matrix().rowMajor()))));
    frames.forEach(f -> how.append(weights.getOrDefault(f, 1.0)).append(f.file().getFileName()));
    return RecipeKey.of(how.toString(), recipe, frames);
  }

  private CoverageMap.Area area(Combination<?> combination) {
    CoverageMap coverage = combination.coverage();
    return recipe.crop().equals(Crop.NONE)
        ? coverage.whole()
        : recipe.crop().checked(coverage.largest(recipe.crop().share()));
  }

  private void write(
      Combination<?> combination,
      Combination.Terms terms,
      List<Frame> frames,
      CoverageMap.Area area,
      OutputFormat format,
      Destination to) {
    PictureHeader header =
        new PictureHeader(
                area.width(),
                area.height(),
                terms.layout().channels(),
                terms.depth(),
                frames.get(0).info().upright(),
                recipe.jpeg(),
                () -> describe(combination.used()))
            .withRecipe(() -> embedded(combination, frames, to.picture()));
    format.write(
        to.picture(),
        to.ifPicturePresent(),
        header,
        sink -> {
          boolean whole = area.equals(combination.coverage().whole());
          combination.run(whole ? sink : new CroppedSink(sink, area, terms.layout().width()));
          if (combination.used() == 0) {
            throw new WorkFailed(
                Phrasebook.say(
                    "refused.none-of-the-frames-could", combination.dropped().get(0).file()));
          }
        });
  }

  private String describe(int used) {
    return Phrasebook.say("made." + recipe.align(), recipe.method().term(), used);
  }

  private String embedded(Combination<?> combination, List<Frame> frames, Path target) {
    Set<Path> left =
        combination.dropped().stream().map(FrameDropped::file).collect(Collectors.toSet());
    List<Path> used = frames.stream().map(Frame::file).filter(f -> !left.contains(f)).toList();
    return RecipeFile.embedded(recipe, target, OffsetDateTime.now(), used);
  }

  private Aligned align(
      List<Frame> frames, List<FrameDropped> dropped, DecodeMemory memory, Workroom room) {
    Aligned outcome =
        switch (recipe.align()) {
          case SCENE -> SceneAligner.scene(recipe.reference()).align(frames, room);
          case SHIFT -> SceneAligner.shift(recipe.reference()).align(frames, room);
          default ->
              new StarAligner(recipe.reference(), recipe.skyView()).align(frames, memory, room);
        };
    for (Aligned.Unread bad : outcome.unread()) {
      dropped.add(new FrameDropped(bad.frame().file(), new FrameDropped.Unreadable(bad.fault())));
    }
    outcome
        .failures()
        .forEach(f -> dropped.add(new FrameDropped(f.file(), new FrameDropped.NotAligned(f))));
    if (outcome.frames().size() < 2 && frames.size() > 1) {
      throw new WorkFailed(
          recipe.align() == Align.STARS
              ? Phrasebook.say("refused.no-two-of-the-frames", StarAligner.FEWEST_STARS)
              : Phrasebook.say("refused.no-two-alike-scenes"));
    }
    return outcome;
  }

  private PixelLayout commonLayout(List<Frame> frames) {
    PixelLayout first = frames.get(0).layout();
    int channels =
        recipe.mono()
            ? 1
            : frames.stream().mapToInt(f -> f.layout().channels()).max().orElseThrow();
    int bits = frames.stream().mapToInt(f -> f.layout().bits()).max().orElseThrow();
    return new PixelLayout(first.width(), first.height(), channels, bits);
  }

  /** What lies between samples of 8 bits is kept; extremes are as deep as the frames. */
  Depth usualDepth(List<Frame> frames) {
    boolean deep = frames.stream().anyMatch(f -> f.layout().bits() == 16);
    return deep || recipe.method().isBetweenSamples() ? Depth.SIXTEEN : Depth.EIGHT;
  }

  /** The shape of the result, before it is trimmed. */
  private PixelLayout grid(PixelLayout own) {
    if (recipe.scale() == Recipe.HALF) {
      return HalvedLight.halved(own);
    }
    int scale = (int) recipe.scale();
    return new PixelLayout(own.width() * scale, own.height() * scale, own.channels(), own.bits());
  }

  /**
   * The frame that others are held against: the one they lie on, else the named, else the first.
   */
  private Frame reference(List<Frame> frames, Optional<Aligned> aligned) {
    if (aligned.isPresent()) {
      return aligned.get().reference();
    }
    if (recipe.reference().isEmpty()) {
      return frames.get(0);
    }
    Path wanted = recipe.reference().get().toAbsolutePath().normalize();
    return frames.stream()
        .filter(f -> f.file().toAbsolutePath().normalize().equals(wanted))
        .findFirst()
        .orElseThrow(
            () ->
                InvalidInput.about(
                    "reference",
                    Phrasebook.say(
                        "refused.the-reference-is-not-among", recipe.reference().get())));
  }
}
