package zygonox.core.motion;

import java.util.Optional;
import zygonox.core.develop.Tone;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;

/**
 * How a clip is made of frames.
 *
 * @param rate pictures a second
 * @param size of the pictures; empty: the frames', at the most high definition
 * @param evenness what is done about its light
 * @param trails star trails in it
 * @param tone the same development for every frame
 * @param drift a white balance that changes over it; empty: none
 * @param pace how it goes through the night
 * @param view which part of the frames it shows
 * @param codec how it is kept
 * @param quality 1 to 100 per cent
 */
public record ClipRecipe(
    FrameRate rate,
    Optional<PictureSize> size,
    Evenness evenness,
    Trails trails,
    Tone tone,
    Optional<WarmthDrift> drift,
    Pace pace,
    View view,
    Codec codec,
    int quality) {
  /** What hardly shows that it was compressed; our own choice by looking. */
  public static final int USUAL_QUALITY = 75;

  public ClipRecipe {
    InvalidInput.check("quality", "value.quality", quality, 1, 100);
    if (drift.isPresent() && (tone.balance().isPresent() || tone.neutral().isPresent())) {
      throw InvalidInput.about("balance", Phrasebook.say("refused.two-balances"));
    }
  }

  /** Frames as they are. */
  public static ClipRecipe of(FrameRate rate, Codec codec) {
    return new ClipRecipe(
        rate,
        Optional.empty(),
        Evenness.NONE,
        Trails.NONE,
        Tone.NONE,
        Optional.empty(),
        Pace.USUAL,
        View.WHOLE,
        codec,
        USUAL_QUALITY);
  }

  /** The size of its pictures, of frames of some size. */
  public PictureSize sizeFor(PixelLayout frame) {
    return size.orElseGet(() -> PictureSize.usual(frame.width(), frame.height()));
  }

  public ClipRecipe withRate(FrameRate other) {
    return new ClipRecipe(other, size, evenness, trails, tone, drift, pace, view, codec, quality);
  }

  /**
   * @param other empty: the frames', at the most high definition
   */
  public ClipRecipe withSize(Optional<PictureSize> other) {
    return new ClipRecipe(rate, other, evenness, trails, tone, drift, pace, view, codec, quality);
  }

  public ClipRecipe withEvenness(Evenness other) {
    return new ClipRecipe(rate, size, other, trails, tone, drift, pace, view, codec, quality);
  }

  public ClipRecipe withTrails(Trails other) {
    return new ClipRecipe(rate, size, evenness, other, tone, drift, pace, view, codec, quality);
  }

  public ClipRecipe withTone(Tone other) {
    return new ClipRecipe(rate, size, evenness, trails, other, drift, pace, view, codec, quality);
  }

  public ClipRecipe withDrift(Optional<WarmthDrift> other) {
    return new ClipRecipe(rate, size, evenness, trails, tone, other, pace, view, codec, quality);
  }

  public ClipRecipe withPace(Pace other) {
    return new ClipRecipe(rate, size, evenness, trails, tone, drift, other, view, codec, quality);
  }

  public ClipRecipe withView(View other) {
    return new ClipRecipe(rate, size, evenness, trails, tone, drift, pace, other, codec, quality);
  }

  public ClipRecipe withCodec(Codec other) {
    return new ClipRecipe(rate, size, evenness, trails, tone, drift, pace, view, other, quality);
  }

  /**
   * @param other 1 to 100 per cent
   */
  public ClipRecipe withQuality(int other) {
    return new ClipRecipe(rate, size, evenness, trails, tone, drift, pace, view, codec, other);
  }
}
