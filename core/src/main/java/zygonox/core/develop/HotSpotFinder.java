package zygonox.core.develop;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.IntStream;
import org.hipparchus.distribution.discrete.BinomialDistribution;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureFormat;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * Finds hot pixels: those that stand out of the darks, or those that stand out of their neighbours
 * in the same place of most frames while the stars move on.
 */
final class HotSpotFinder {
  /** A hot pixel stands out of the darks by so many sigma; common practice, no source. */
  private static final double SIGMAS = 8;

  /** Nor by less than this share of white, below which nothing shows. */
  private static final float LEAST = 0.003f;

  /** Frames of a run that are looked at. */
  private static final int MOST_FRAMES = 8;

  private static final int FEWEST_FRAMES = 3;

  private static final double PRESENT_SHARE = 0.75;

  /** Of those found no more than this share may be noise, where more frames can tell. */
  private static final double BY_NOISE = 0.1;

  /** Where more pixels than this share stay bright, the stars stay too: nothing can be told. */
  private static final double MOST_SHARE = 0.002;

  private static final int FEW = 20;

  /** What a decoded frame takes a sample, about. */
  private static final int BYTES_HELD = 2;

  private HotSpotFinder() {}

  /** Those that stand out of a master dark. */
  static BitSet inDark(Master dark) {
    PixelLayout layout = dark.layout();
    BitSet hot = new BitSet();
    for (int c = 0; c < layout.channels(); c++) {
      float threshold = threshold(dark, c);
      for (int y = 0; y < layout.height(); y++) {
        int from = y * layout.rowSamples() + c * layout.width();
        for (int x = 0; x < layout.width(); x++) {
          if (dark.light()[from + x] > threshold) {
            hot.set(y * layout.width() + x);
          }
        }
      }
    }
    return hot;
  }

  private static float threshold(Master dark, int channel) {
    PixelLayout layout = dark.layout();
    int step = Math.max(1, layout.width() * layout.height() / 100_000);
    float[] some = new float[layout.width() * layout.height() / step];
    for (int i = 0; i < some.length; i++) {
      int pixel = i * step;
      some[i] =
          dark.light()[
              pixel / layout.width() * layout.rowSamples()
                  + channel * layout.width()
                  + pixel % layout.width()];
    }
    Arrays.sort(some);
    float median = some[some.length / 2];
    float[] off = new float[some.length];
    for (int i = 0; i < some.length; i++) {
      off[i] = Math.abs(some[i] - median);
    }
    Arrays.sort(off);
    // A normal variable's median absolute deviation is 1 / 1.4826 of its sigma.
    return median + (float) Math.max(LEAST, SIGMAS * 1.4826 * off[off.length / 2]);
  }

  /** Those that stay in a run of frames; empty where nothing can be told. */
  static BitSet inRun(List<Frame> frames, Workroom room) throws UnreadableFrame {
    BitSet hot = new BitSet();
    if (frames.size() < FEWEST_FRAMES) {
      return hot;
    }
    List<Frame> looked = spread(frames);
    // In how many frames each pixel is a spike: where noise is strong one in thirty is, in each.
    AtomicReference<byte[]> counts = new AtomicReference<>();
    AtomicReference<PixelLayout> shape = new AtomicReference<>();
    AtomicReference<UnreadableFrame> fault = new AtomicReference<>();
    AtomicInteger done = new AtomicInteger();
    long each = (long) BYTES_HELD * frames.get(0).layout().samples();
    try (DecodeMemory memory = new DecodeMemory();
        Workers crew = room.crew(each)) {
      crew.forEach(
          looked.size(),
          (i, worker) -> {
            room.cancellation().check();
            int step = PictureReader.isMosaic(looked.get(i)) ? 2 : 1;
            try (LightSource source = PictureReader.sensorLight(looked.get(i), memory)) {
              PixelLayout own = source.layout();
              shape.set(own);
              BitSet seen = spikes(source, step);
              synchronized (counts) {
                if (counts.get() == null) {
                  counts.set(new byte[own.width() * own.height()]);
                }
                byte[] all = counts.get();
                for (int p = seen.nextSetBit(0); p >= 0; p = seen.nextSetBit(p + 1)) {
                  all[p]++;
                }
              }
            } catch (UnreadableFrame e) {
              fault.set(e);
            }
            room.progress().step(done.incrementAndGet(), looked.size());
          });
    }
    if (fault.get() != null) {
      throw fault.get();
    }
    PixelLayout layout = shape.get();
    byte[] all = counts.get();
    int enough = enough(all, looked.size());
    for (int p = 0; p < all.length; p++) {
      if (all[p] >= enough) {
        hot.set(p);
      }
    }
    long most = Math.max(FEW, (long) (MOST_SHARE * layout.width() * layout.height()));
    if (hot.cardinality() > most) {
      return new BitSet();
    }
    boolean spills = looked.stream().anyMatch(f -> f.format() == PictureFormat.JPEG);
    return spills ? widened(hot, layout) : hot;
  }

  /**
   * In how many frames a pixel must be a spike: in most of them, and in so many more that hardly
   * any of those found are spikes by noise, which in a few noisy frames meet by chance.
   */
  private static int enough(byte[] counts, int frames) {
    long[] pixels = new long[frames + 1];
    for (byte count : counts) {
      pixels[count]++;
    }
    long spikes = 0;
    for (int k = 1; k <= frames; k++) {
      spikes += k * pixels[k];
    }
    BinomialDistribution chance =
        new BinomialDistribution(frames, (double) spikes / frames / counts.length);
    int enough = (int) Math.ceil(PRESENT_SHARE * frames);
    while (enough < frames) {
      long found = Arrays.stream(pixels, enough, frames + 1).sum();
      double byNoise = counts.length * (1 - chance.cumulativeProbability(enough - 1));
      if (byNoise <= BY_NOISE * found) {
        break;
      }
      enough++;
    }
    return enough;
  }

  /** Some of the frames, from the first to the last. */
  private static List<Frame> spread(List<Frame> frames) {
    int count = Math.min(MOST_FRAMES, frames.size());
    return IntStream.range(0, count)
        .mapToObj(i -> frames.get((int) ((long) i * (frames.size() - 1) / (count - 1))))
        .toList();
  }

  /** With their neighbours, which a camera gave some of their light when it filled in colours. */
  private static BitSet widened(BitSet hot, PixelLayout layout) {
    BitSet wide = new BitSet();
    hot.stream()
        .forEach(
            p -> {
              for (int dy = -1; dy <= 1; dy++) {
                int from = p + dy * layout.width() - 1;
                wide.set(Math.max(0, from), Math.max(0, from + 3));
              }
            });
    return wide;
  }

  /** The pixels of one frame that are brighter than all their neighbours of like colour. */
  private static BitSet spikes(LightSource source, int step) throws UnreadableFrame {
    PixelLayout layout = source.layout();
    int width = layout.width();
    int row = layout.rowSamples();
    float[][] held = new float[2 * step + 1][row];
    Around around = new Around(row, step);
    BitSet seen = new BitSet();
    for (int y = 0; y < layout.height(); y++) {
      source.read(y, 1, held[y % held.length]);
      int middle = y - step;
      if (middle < step) {
        continue;
      }
      float[] above = held[(middle - step) % held.length];
      float[] here = held[middle % held.length];
      float[] below = held[(middle + step) % held.length];
      float[] most = around.most(above, here, below);
      for (int c = 0; c < layout.channels(); c++) {
        for (int x = step; x < width - step; x++) {
          int i = c * width + x;
          if (here[i] - most[i] > LEAST && isSpike(above, here, below, i, step, most[i])) {
            seen.set(middle * width + x);
          }
        }
      }
    }
    return seen;
  }

  /** What stands out of noise stands out by more than the neighbours differ. */
  private static boolean isSpike(
      float[] above, float[] here, float[] below, int i, int step, float most) {
    float least = Math.min(Math.min(above[i], below[i]), Math.min(here[i - step], here[i + step]));
    return here[i] - most > 0.7f * (most - least) + 0.3f * Math.abs(least);
  }

  /**
   * The brightest of the eight neighbours of each pixel of a row: whole rows at a time, in loops
   * that the JIT turns into vector code.
   */
  private static final class Around {
    private final int step;
    private final float[] columns;
    private final float[] left;
    private final float[] right;
    private final float[] most;

    /**
     * @param step columns to the next neighbour
     */
    Around(int row, int step) {
      this.step = step;
      this.columns = new float[row];
      this.left = new float[row];
      this.right = new float[row];
      this.most = new float[row];
    }

    float[] most(float[] above, float[] here, float[] below) {
      greater(above, below, most);
      greater(most, here, columns);
      System.arraycopy(columns, 0, left, step, columns.length - step);
      System.arraycopy(columns, step, right, 0, columns.length - step);
      greater(most, left, most);
      greater(most, right, most);
      return most;
    }

    private static void greater(float[] a, float[] b, float[] into) {
      for (int i = 0; i < into.length; i++) {
        into[i] = Math.max(a[i], b[i]);
      }
    }
  }
}
