package zygonox.core.recipe;

import java.io.IOException;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.format.Depth;
import zygonox.core.format.PictureSink;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * A picture on a finer grid with some of that given back which has blurred it: the area of a
 * frame's pixel and, once more, of the drop that it fell as. Together they spread light along each
 * axis like a triangle that falls to nothing one of the frame's pixels away; the difference that
 * this blur makes is added (P. van Cittert, Z. Physik 69, 298, 1931, the first step).
 */
final class SharpenedBlend {
  private static final double BLENDING_SHARE = 0.9;
  private static final String PLAIN = "plain";

  /** Rows that a worker sharpens at a time. */
  private static final int BAND_ROWS = 128;

  private final Recipe recipe;

  SharpenedBlend(Recipe recipe) {
    this.recipe = recipe;
  }

  BlendResult blend(FrameSet set, Destination to, BlendWatcher watcher, Workroom room) {
    long start = System.nanoTime();
    to.check(recipe.method());
    try (Parts parts = Parts.of(to.picture(), room)) {
      Recipe alone = recipe.withSharpen(0).withDepth(Depth.SIXTEEN);
      BlendResult done =
          new Blender(alone)
              .blend(set, to.part(parts.file(PLAIN)), watcher.share(0, BLENDING_SHARE), room);
      PixelLayout layout;
      try (PixelSource plain = parts.open(PLAIN)) {
        layout = plain.layout();
      }
      new JoinedPicture(recipe, set, done, to)
          .write(
              layout,
              () -> Phrasebook.say("made." + recipe.align(), recipe.method().term(), done.used()),
              sink -> write(parts, layout, sink, watcher.share(BLENDING_SHARE, 1), room));
      return done.partOf(recipe, to.picture(), done.frames(), (System.nanoTime() - start) / 1e9);
    }
  }

  private void write(
      Parts parts, PixelLayout layout, PictureSink sink, BlendWatcher watcher, Workroom room) {
    ToneCurve curve = parts.curve(PLAIN);
    float[] table = curve.light(layout.bits());
    int bands = (layout.height() + BAND_ROWS - 1) / BAND_ROWS;
    AtomicInteger finished = new AtomicInteger();
    try (Workers crew = room.crew(Rows.bytes(layout, (int) recipe.scale()))) {
      crew.forEach(
          bands,
          (band, worker) -> {
            room.cancellation().check();
            int first = band * BAND_ROWS;
            int end = Math.min(layout.height(), first + BAND_ROWS);
            try (PixelSource plain = parts.open(PLAIN)) {
              band(plain, table, first, end, new EncodedRow(sink, curve));
            } catch (UnreadableFrame e) {
              throw new WorkFailed(
                  Phrasebook.say("refused.no-room-for-parts", e.file().getParent().getParent()), e);
            }
            watcher.step(finished.incrementAndGet(), bands);
          });
    }
  }

  private void band(PixelSource plain, float[] table, int first, int end, EncodedRow encoded)
      throws UnreadableFrame, IOException {
    Rows rows = new Rows(plain, table, (int) recipe.scale(), first);
    float[] light = new float[plain.layout().rowSamples()];
    for (int y = first; y < end; y++) {
      rows.sharpened(y, (float) recipe.sharpen(), light);
      for (int i = 0; i < light.length; i++) {
        encoded.set(i, light[i]);
      }
      encoded.write(y);
    }
  }

  /** The rows of a picture around one of them, each as it is and blurred along itself. */
  private static final class Rows {
    private final PixelSource from;
    private final float[] table;
    private final int scale;
    private final int held;
    private final float[][] own;
    private final float[][] blurred;
    private final short[] stored;
    private final float[] padded;
    private final float[] weights;
    private int next;

    /**
     * @param first the row that is wanted first
     */
    Rows(PixelSource from, float[] table, int scale, int first) {
      PixelLayout layout = from.layout();
      this.from = from;
      this.table = table;
      this.scale = scale;
      this.held = held(scale);
      this.own = new float[held][layout.rowSamples()];
      this.blurred = new float[held][layout.rowSamples()];
      this.stored = new short[layout.rowSamples()];
      this.padded = new float[layout.rowSamples() + 2 * (scale - 1) * layout.channels()];
      this.weights = new float[held];
      for (int k = 0; k < held; k++) {
        weights[k] = (scale - Math.abs(k - scale + 1)) / (float) (scale * scale);
      }
      this.next = Math.max(0, first - scale + 1);
    }

    private static int held(int scale) {
      return 2 * scale - 1;
    }

    static long bytes(PixelLayout layout, int scale) {
      return (long) Float.BYTES * layout.rowSamples() * (2 * held(scale) + 3);
    }

    void sharpened(int y, float amount, float[] into) throws UnreadableFrame {
      int last = from.layout().height() - 1;
      while (next <= Math.min(last, y + scale - 1)) {
        take(next++);
      }
      float[] here = own[y % held];
      for (int i = 0; i < into.length; i++) {
        into[i] = (1 + amount) * here[i];
      }
      for (int k = 0; k < held; k++) {
        int row = Math.max(0, Math.min(last, y + k - scale + 1));
        add(blurred[row % held], 0, -amount * weights[k], into);
      }
    }

    private void take(int row) throws UnreadableFrame {
      int channels = from.layout().channels();
      int reach = (scale - 1) * channels;
      float[] light = own[row % held];
      from.read(row, 1, stored);
      for (int i = 0; i < light.length; i++) {
        light[i] = table[stored[i] & 0xffff];
      }
      // Beyond the picture's edge its outermost pixels stand.
      System.arraycopy(light, 0, padded, reach, light.length);
      for (int i = 0; i < reach; i++) {
        padded[i] = light[i % channels];
        padded[reach + light.length + i] = light[light.length - channels + i % channels];
      }
      Arrays.fill(blurred[row % held], 0);
      for (int k = 0; k < held; k++) {
        add(padded, k * channels, weights[k], blurred[row % held]);
      }
    }

    private static void add(float[] row, int first, float weight, float[] into) {
      for (int i = 0; i < into.length; i++) {
        into[i] += weight * row[first + i];
      }
    }
  }
}
