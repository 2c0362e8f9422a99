package zygonox.core.motion;

import java.util.Optional;
import zygonox.core.develop.Tone;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;

/**
 * How a clip is made of frames.
 *
 * @param rate pictures a second
 * @param size of the pictures; empty: the frames', at the most high definition
 * @param smoothRamp whether steps of exposure are taken out
 * @param deflicker whether what flickers is evened out
 * @param flickerWindow over how many frames light is taken to change evenly, 3 to 1000
 * @param trails star trails in it
 * @param tone the same development for every frame
 * @param steady whether the scene is held still
 * @param codec how it is kept
 * @param quality 1 to 100 per cent
 */
public record ClipRecipe(
    FrameRate rate,
    Optional<PictureSize> size,
    boolean smoothRamp,
    boolean deflicker,
    int flickerWindow,
    Trails trails,
    Tone tone,
    boolean steady,
    Codec codec,
    int quality) {
  /** Common practice, no source: about a second of the clip. */
  public static final int USUAL_WINDOW = 25;

  /** What hardly shows that it was compressed; our own choice by looking. */
  public static final int USUAL_QUALITY = 75;

  public ClipRecipe {
    InvalidInput.check("flicker-window", "value.flicker-window", flickerWindow, 3, 1000);
    InvalidInput.check("quality", "value.quality", quality, 1, 100);
  }

  /** Frames as they are. */
  public static ClipRecipe of(FrameRate rate, Codec codec) {
    return new ClipRecipe(
        rate,
        Optional.empty(),
        false,
        false,
        USUAL_WINDOW,
        Trails.NONE,
        Tone.NONE,
        false,
        codec,
        USUAL_QUALITY);
  }

  /** The size of its pictures, of frames of some size. */
  public PictureSize sizeFor(PixelLayout frame) {
    return size.orElseGet(() -> PictureSize.usual(frame.width(), frame.height()));
  }

  public ClipRecipe withRate(FrameRate other) {
    return new ClipRecipe(
        other, size, smoothRamp, deflicker, flickerWindow, trails, tone, steady, codec, quality);
  }

  /**
   * @param other empty: the frames', at the most high definition
   */
  public ClipRecipe withSize(Optional<PictureSize> other) {
    return new ClipRecipe(
        rate, other, smoothRamp, deflicker, flickerWindow, trails, tone, steady, codec, quality);
  }

  public ClipRecipe withSmoothRamp(boolean other) {
    return new ClipRecipe(
        rate, size, other, deflicker, flickerWindow, trails, tone, steady, codec, quality);
  }

  public ClipRecipe withDeflicker(boolean other) {
    return new ClipRecipe(
        rate, size, smoothRamp, other, flickerWindow, trails, tone, steady, codec, quality);
  }

  public ClipRecipe withTrails(Trails other) {
    return new ClipRecipe(
        rate, size, smoothRamp, deflicker, flickerWindow, other, tone, steady, codec, quality);
  }

  public ClipRecipe withCodec(Codec other) {
    return new ClipRecipe(
        rate, size, smoothRamp, deflicker, flickerWindow, trails, tone, steady, other, quality);
  }

  /**
   * @param other 1 to 100 per cent
   */
  public ClipRecipe withQuality(int other) {
    return new ClipRecipe(
        rate, size, smoothRamp, deflicker, flickerWindow, trails, tone, steady, codec, other);
  }
}
