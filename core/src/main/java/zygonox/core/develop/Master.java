package zygonox.core.develop;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * One frame's worth of light made of many, as they lie on the sensor.
 *
 * @param layout its shape; one channel where colours are yet to be filled in
 * @param light rows one after the other, in each the channels one after the other
 */
record Master(PixelLayout layout, float[] light) {
  private static final int STRIP_ROWS = 64;

  /** The median of frames at each sample; of an even number the mean of the two middle ones. */
  static Master median(List<Frame> frames, Workroom room) throws UnreadableFrame {
    PixelLayout layout = layout(frames.get(0));
    float[] median = new float[layout.samples()];
    long each = (long) Float.BYTES * layout.rowSamples() * frames.size();
    int bandRows = (int) Math.max(1, Math.min(layout.height(), room.memory().bytes() / 4 / each));
    int bands = (layout.height() + bandRows - 1) / bandRows;
    float[][] held = new float[frames.size()][bandRows * layout.rowSamples()];
    for (int band = 0; band < bands; band++) {
      int first = band * bandRows;
      int rows = Math.min(bandRows, layout.height() - first);
      int base = first * layout.rowSamples();
      gather(frames, first, rows, held, room);
      try (Workers crew = Workers.perCore()) {
        crew.forEach(
            rows,
            (row, worker) -> {
              room.cancellation().check();
              float[] column = new float[held.length];
              int from = row * layout.rowSamples();
              for (int i = from; i < from + layout.rowSamples(); i++) {
                for (int f = 0; f < held.length; f++) {
                  column[f] = held[f][i];
                }
                median[base + i] = middle(column);
              }
            });
      }
      room.progress().step(band + 1, bands);
    }
    return new Master(layout, median);
  }

  /** The same without what reading a frame adds; empty for as it is. */
  Master less(float[] bias) {
    for (int i = 0; i < bias.length; i++) {
      light[i] -= bias[i];
    }
    return this;
  }

  private static float middle(float[] column) {
    Arrays.sort(column);
    int half = column.length / 2;
    return column.length % 2 == 1 ? column[half] : (column[half - 1] + column[half]) / 2;
  }

  private static void gather(List<Frame> frames, int first, int rows, float[][] into, Workroom room)
      throws UnreadableFrame {
    List<UnreadableFrame> bad = new ArrayList<>();
    try (DecodeMemory memory = new DecodeMemory();
        Workers crew = room.crew(2 * heldBytes(frames.get(0)))) {
      crew.forEach(
          frames.size(),
          (i, worker) -> {
            room.cancellation().check();
            try (LightSource source = PictureReader.sensorLight(frames.get(i), memory)) {
              source.read(first, rows, into[i]);
            } catch (UnreadableFrame e) {
              synchronized (bad) {
                bad.add(e);
              }
            }
          });
    }
    if (!bad.isEmpty()) {
      throw bad.get(0);
    }
  }

  /** The mean of frames at each sample. */
  static Master mean(List<Frame> frames, Workroom room) throws UnreadableFrame {
    PixelLayout layout = layout(frames.get(0));
    float[] mean = new float[layout.samples()];
    float[] strip = new float[STRIP_ROWS * layout.rowSamples()];
    AtomicInteger done = new AtomicInteger();
    try (DecodeMemory memory = new DecodeMemory()) {
      for (Frame frame : frames) {
        room.cancellation().check();
        try (LightSource source = PictureReader.sensorLight(frame, memory)) {
          for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
            int rows = Math.min(STRIP_ROWS, layout.height() - row);
            source.read(row, rows, strip);
            add(strip, rows * layout.rowSamples(), mean, row * layout.rowSamples());
          }
        }
        room.progress().step(done.incrementAndGet(), frames.size());
      }
    }
    for (int i = 0; i < mean.length; i++) {
      mean[i] /= frames.size();
    }
    return new Master(layout, mean);
  }

  private static void add(float[] strip, int count, float[] into, int at) {
    for (int i = 0; i < count; i++) {
      into[at + i] += strip[i];
    }
  }

  private static long heldBytes(Frame frame) throws UnreadableFrame {
    try (LightSource source = PictureReader.sensorLight(frame, DecodeMemory.unshared())) {
      return source.heldBytes();
    }
  }

  /** The shape of what lies on a frame's sensor. */
  static PixelLayout layout(Frame frame) throws UnreadableFrame {
    try (LightSource source = PictureReader.sensorLight(frame, DecodeMemory.unshared())) {
      return source.layout();
    }
  }
}
