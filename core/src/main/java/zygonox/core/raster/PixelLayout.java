package zygonox.core.raster;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * The shape of a picture's samples: rows from the top, pixels from the left, the channels of a
 * pixel side by side.
 *
 * @param width pixels in a row, 1 to 65,500
 * @param height rows, 1 to 65,500
 * @param channels 1 (grey) or 3 (red, green, blue)
 * @param bits 8 or 16: samples run from 0 to 2^bits - 1
 */
public record PixelLayout(int width, int height, int channels, int bits) {
  /** Widest and highest picture that is read; JPEG's own limit. */
  public static final int LARGEST_SIDE = 65_500;

  /** Most pixels that are read; keeps every sample index inside an {@code int}. */
  public static final long MOST_PIXELS = 600_000_000L;

  public PixelLayout {
    InvalidInput.check("value.picture-s-width-in-pixels", width, 1, LARGEST_SIDE);
    InvalidInput.check("value.picture-s-height-in-pixels", height, 1, LARGEST_SIDE);
    if ((long) width * height > MOST_PIXELS) {
      throw new InvalidInput(
          Phrasebook.say("refused.a-picture-of-x-pixels", width, height, MOST_PIXELS / 1_000_000));
    }
    if (channels != 1 && channels != 3) {
      throw new InvalidInput(Phrasebook.say("refused.a-picture-of-channels-cannot", channels));
    }
    if (bits != 8 && bits != 16) {
      throw new InvalidInput(Phrasebook.say("refused.samples-of-bits-cannot-be", bits));
    }
  }

  /** Samples in one row. */
  public int rowSamples() {
    return width * channels;
  }

  /** Samples in the whole picture; fits an {@code int} for every layout that can be made. */
  public int samples() {
    return width * height * channels;
  }

  /** The sample value that means white. */
  public int white() {
    return (1 << bits) - 1;
  }

  /** For sentences: {@code 6000 x 4000 RGB, 16 bit}. */
  @Override
  public String toString() {
    return width + " x " + height + (channels == 1 ? " grey, " : " RGB, ") + bits + " bit";
  }
}
