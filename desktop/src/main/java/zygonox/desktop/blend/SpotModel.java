package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BiConsumer;
import zygonox.core.develop.FrameMask;
import zygonox.core.frame.Frame;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.FramePart;
import zygonox.core.recipe.Recipe;

/**
 * What one frame, and those after it, give to the picture: all but what is painted, or only that.
 */
final class SpotModel extends PaintedMask {
  private Optional<Path> frame = Optional.empty();
  private boolean only;
  private int frames = 1;

  SpotModel(BlendModel blend) {
    super(blend);
  }

  /** Whether the picture's pixels are the frames' own. */
  static boolean fits(Recipe recipe) {
    return recipe.align() == Align.NONE
        && recipe.scale() == 1
        && recipe.crop().equals(Crop.NONE)
        && recipe.movement().isEmpty();
  }

  /**
   * @param of the frame that is painted in
   * @param gives whether it gives what is painted, and nothing else; otherwise all but that
   */
  void paintIn(Optional<Path> of, boolean gives) {
    frame = of;
    only = gives;
    frames = alike();
    begin();
  }

  /** How many frames can be. */
  int most() {
    return Math.max(1, following(frame).size());
  }

  /** How many frames are masked alike, the one that is painted in included. */
  int frames() {
    return frames;
  }

  /** The mask is copied to the frames that follow, or taken off those beyond. */
  void setFrames(int count) {
    frames = count;
    part(frame).ifPresent(p -> edit(frame, count, p.mask(), p.edgePixels()));
  }

  private int alike() {
    Optional<FramePart> part = part(frame);
    if (part.isEmpty()) {
      return 1;
    }
    Map<Path, FramePart> masks = blend().recipe().masks();
    return (int) following(frame).stream().takeWhile(f -> part.get().equals(masks.get(f))).count();
  }

  /** The frame and those after it, in the order they were taken in. */
  private List<Path> following(Optional<Path> of) {
    return blend().keptFrames().stream()
        .map(Frame::file)
        .dropWhile(f -> !f.equals(of.orElse(null)))
        .toList();
  }

  @Override
  Optional<Path> wanted() {
    return part(frame).map(FramePart::mask);
  }

  private Optional<FramePart> part(Optional<Path> of) {
    return of.map(blend().recipe().masks()::get);
  }

  @Override
  OptionalDouble wantedEdge() {
    return part(frame).stream().mapToDouble(FramePart::edgePixels).findFirst();
  }

  @Override
  double usualEdge() {
    return 0;
  }

  @Override
  boolean fades() {
    return blend().recipe().fadesParts();
  }

  @Override
  BiConsumer<Path, Double> editing() {
    Optional<Path> of = frame;
    int count = frames;
    return (file, edge) -> edit(of, count, file, edge);
  }

  private void edit(Optional<Path> of, int count, Path file, double edge) {
    Optional<FramePart> before = part(of);
    FramePart after = new FramePart(file, edge);
    Map<Path, FramePart> masks = new LinkedHashMap<>(blend().recipe().masks());
    List<Path> following = following(of);
    before.ifPresent(b -> following.forEach(f -> masks.remove(f, b)));
    following.stream().limit(count).forEach(f -> masks.put(f, after));
    blend().edit("mask " + file.getFileName() + edge + count, blend().recipe().withMasks(masks));
  }

  /** In the file what the frame gives is white; what is painted is that, or the rest. */
  @Override
  FrameMask turned(FrameMask mask) {
    return only ? mask : mask.inverted();
  }

  @Override
  String word() {
    return "spot";
  }
}
