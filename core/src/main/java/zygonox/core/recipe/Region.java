package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.combine.BlendMethod;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * A part of the result that is taken from elsewhere: from the frames by another method, or from one
 * of them.
 *
 * @param place where it is
 * @param method how it is made of the frames; empty: of one frame
 * @param frame the only one it is taken from; empty: from all of them
 * @param edgePixels over how many pixels the one becomes the other, 0 to {@link #WIDEST_EDGE}
 */
public record Region(
    Place place, Optional<BlendMethod> method, Optional<Path> frame, double edgePixels) {
  /** Where a part is. */
  public sealed interface Place permits Painted, Found {
    /** What it is called where it is typed. */
    Path called();

    /** How soft its edge is where nothing is said, in pixels. */
    double usualEdge();
  }

  /**
   * Where a picture of the result's size is white.
   *
   * @param mask that picture
   */
  public record Painted(Path mask) implements Place {
    @Override
    public Path called() {
      return mask;
    }

    @Override
    public double usualEdge() {
      return USUAL_EDGE;
    }
  }

  /** What the frames themselves tell. */
  public enum Found implements Place {
    /** What lies above the skyline. */
    SKY(SkyAndGround.USUAL_EDGE),
    /** Where cloud drifted that lighten would make streaky. */
    CLOUD(120);

    private final double usualEdge;

    Found(double usualEdge) {
      this.usualEdge = usualEdge;
    }

    /** As it is typed: {@code sky}. */
    public String term() {
      return name().toLowerCase(Locale.ROOT);
    }

    @Override
    public Path called() {
      return Path.of(term());
    }

    @Override
    public double usualEdge() {
      return usualEdge;
    }

    /** The one of a term. */
    public static Optional<Found> of(String term) {
      return Arrays.stream(values()).filter(f -> f.term().equalsIgnoreCase(term)).findFirst();
    }
  }

  /** How soft its edge is where nothing is said; common practice, no source. */
  public static final double USUAL_EDGE = 12;

  /** As wide as a picture: a gradient is an edge that is as soft. */
  public static final double WIDEST_EDGE = 10_000;

  public Region {
    InvalidInput.check("region-edge", "value.edge-in-pixels", edgePixels, 0, WIDEST_EDGE);
  }

  /**
   * Reads {@code MASK=mean}, {@code MASK=median} or {@code MASK=FRAME}, its edge the usual one;
   * {@code sky} and {@code cloud} for the mask are found.
   *
   * @throws InvalidInput naming what would be right
   */
  public static Region parse(String typed) {
    int equals = typed.lastIndexOf('=');
    String from = typed.substring(equals + 1).strip();
    if (equals < 1 || from.isEmpty()) {
      throw InvalidInput.about("region", Phrasebook.say("refused.is-not-a-region", typed));
    }
    String part = typed.substring(0, equals).strip();
    Optional<Place> found = Found.of(part).map(f -> f);
    Place place = found.orElseGet(() -> new Painted(Path.of(part)));
    Optional<BlendMethod> method =
        Arrays.stream(BlendMethod.values())
            .filter(m -> m.term().equalsIgnoreCase(from))
            .findFirst();
    return new Region(
        place,
        method,
        method.isPresent() ? Optional.empty() : Optional.of(Path.of(from)),
        place.usualEdge());
  }

  /** A part where a mask is white. */
  public static Region painted(
      Path mask, Optional<BlendMethod> method, Optional<Path> frame, double edgePixels) {
    return new Region(new Painted(mask), method, frame, edgePixels);
  }

  /** The sky from one frame alone: no star of it is seen twice. */
  public static Region skyOf(Path frame) {
    return new Region(Found.SKY, Optional.empty(), Optional.of(frame), Found.SKY.usualEdge());
  }

  /** Cloud from the frames' mean: as it would be in one long exposure. */
  public static Region evenCloud() {
    return new Region(
        Found.CLOUD, Optional.of(BlendMethod.MEAN), Optional.empty(), Found.CLOUD.usualEdge());
  }

  /** The mask in which it is white; empty where it is found. */
  public Optional<Path> mask() {
    return place instanceof Painted painted ? Optional.of(painted.mask()) : Optional.empty();
  }

  /** Whether it is where a mask is white. */
  public boolean isPainted() {
    return place instanceof Painted;
  }

  /** Whether the part is the sky, as it is found. */
  public boolean isSky() {
    return place == Found.SKY;
  }

  /** Whether the part is cloud, as it is found. */
  public boolean isCloud() {
    return place == Found.CLOUD;
  }

  /** The same with another mask. */
  public Region withMask(Path other) {
    return new Region(new Painted(other), method, frame, edgePixels);
  }

  /** The same with another edge. */
  public Region withEdge(double otherPixels) {
    return new Region(place, method, frame, otherPixels);
  }

  /** The same by another method, of all frames. */
  public Region by(BlendMethod other) {
    return new Region(place, Optional.of(other), Optional.empty(), edgePixels);
  }

  /** Whether another part is taken from the same place. */
  public boolean isFrom(Optional<BlendMethod> otherMethod, Optional<Path> otherFrame) {
    return method.equals(otherMethod) && frame.equals(otherFrame);
  }
}
