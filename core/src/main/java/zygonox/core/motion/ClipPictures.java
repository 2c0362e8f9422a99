package zygonox.core.motion;

import zygonox.core.develop.TonedLight;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/** Makes a clip's pictures of frames: one size, one development, even light. */
final class ClipPictures {
  private static final ToneTable ENCODED = new ToneTable(ToneCurve.SRGB);
  private static final float WHITE = 65_535f;

  private final ClipRecipe recipe;
  private final PictureSize size;
  private final float[] balance;
  private final Steady steady;
  private final DecodeMemory memory;

  /**
   * @param balance what channels are multiplied by
   * @param steady where each frame's scene lies
   */
  ClipPictures(
      ClipRecipe recipe, PictureSize size, float[] balance, Steady steady, DecodeMemory memory) {
    this.recipe = recipe;
    this.size = size;
    this.balance = balance;
    this.steady = steady;
    this.memory = memory;
  }

  /**
   * @param correction of its light
   * @param place where it lies among the frames, 0 first to 1 last
   * @param share how much of the clip has gone by, 0 to 1
   * @return as {@link ClipSink#picture} takes it
   */
  short[] of(Frame frame, Correction correction, double place, double share)
      throws UnreadableFrame {
    PixelLayout whole = frame.layout();
    Move.Window window = recipe.view().move().map(m -> m.at(share)).orElse(Move.Window.WHOLE);
    Steady.Part part = steady.part(frame, size, window);
    int width = (int) Math.ceil(whole.width() * size.width() / part.width());
    int height = (int) Math.ceil(whole.height() * size.height() / part.height());
    float[] light = shrunk(frame, part, width, height);
    Gain gain = new Gain(correction.stops());
    if (!gain.isNone()) {
      gain.apply(light);
    }
    if (correction.red() != 0 || correction.blue() != 0) {
      warmed(light, correction.gains());
    }
    if (!recipe.tone().isNone()) {
      toned(light);
    }
    recipe.drift().ifPresent(d -> warmed(light, d.gains(place)));
    return encoded(light);
  }

  private float[] shrunk(Frame frame, Steady.Part part, int width, int height)
      throws UnreadableFrame {
    try (LightSource source = PictureReader.reduced(frame, width, height, memory)) {
      double across = (double) source.layout().width() / frame.layout().width();
      double down = (double) source.layout().height() / frame.layout().height();
      return Shrink.of(
          source,
          part.left() * across,
          part.top() * down,
          part.width() * across,
          part.height() * down,
          size);
    }
  }

  private void warmed(float[] light, float[] gains) {
    int width = size.width();
    for (int row = 0; row < light.length; row += width) {
      float gain = gains[row / width % 3];
      for (int i = row; i < row + width; i++) {
        light[i] *= gain;
      }
    }
  }

  private void toned(float[] light) throws UnreadableFrame {
    PixelLayout layout = new PixelLayout(size.width(), size.height(), 3, 16);
    try (TonedLight toned =
        new TonedLight(new HeldLight(layout, light), new float[3], recipe.tone(), balance)) {
      toned.read(0, size.height(), light);
    }
  }

  /** From planes in each row to the channels of each pixel beside each other. */
  private short[] encoded(float[] light) {
    short[] rgb = new short[light.length];
    int width = size.width();
    for (int y = 0; y < size.height(); y++) {
      int row = 3 * y * width;
      for (int c = 0; c < 3; c++) {
        for (int x = 0; x < width; x++) {
          rgb[row + 3 * x + c] =
              (short) (ENCODED.encode(light[row + c * width + x]) * WHITE + 0.5f);
        }
      }
    }
    return rgb;
  }

  /** Light that is in memory already. */
  private record HeldLight(PixelLayout layout, float[] light) implements LightSource {
    @Override
    public boolean anyRowsCheaply() {
      return true;
    }

    @Override
    public long heldBytes() {
      return 0;
    }

    @Override
    public void read(int firstRow, int rows, float[] into) {
      if (into != light) {
        System.arraycopy(
            light, firstRow * layout.rowSamples(), into, 0, rows * layout.rowSamples());
      }
    }

    @Override
    public void close() {
      // It is its owner's.
    }
  }
}
