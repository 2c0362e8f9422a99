package zygonox.core.mend;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * Whose light a bright spot of a blend is: how bright each frame is there.
 *
 * @param frame which frame
 * @param value its brightest channel within the radius, encoded, 0 to 1
 * @param excess that less the median of all frames' values
 */
public record WhoseLight(Frame frame, double value, double excess) {
  /**
   * Looks at all frames.
   *
   * @param x column of the spot, in a frame turned upright
   * @param y its row
   * @param radius of a disc around it, 0 to 500 px
   * @return the largest excess first; frames that cannot be read, or do not reach there, are left
   *     out
   * @throws InvalidInput when the spot lies in none of the frames
   */
  public static List<WhoseLight> at(
      List<Frame> frames, double x, double y, double radius, Workroom room) {
    InvalidInput.check("radius", "value.radius-in-pixels", radius, 0, 500);
    boolean inside =
        frames.stream()
            .anyMatch(f -> x >= 0 && y >= 0 && x < f.layout().width() && y < f.layout().height());
    if (!inside) {
      PixelLayout layout = frames.get(0).layout();
      InvalidInput.check("at", "value.spot-x", x, 0, layout.width() - 1);
      InvalidInput.check("at", "value.spot-y", y, 0, layout.height() - 1);
    }
    List<WhoseLight> found = Collections.synchronizedList(new ArrayList<>());
    AtomicInteger done = new AtomicInteger();
    try (DecodeMemory memory = new DecodeMemory();
        Workers crew = Workers.perCore()) {
      crew.forEach(
          frames.size(),
          (i, worker) -> {
            room.cancellation().check();
            Frame frame = frames.get(i);
            try (PixelSource source = PictureReader.open(frame, memory)) {
              double value = brightest(source, x, y, radius);
              if (value >= 0) {
                found.add(new WhoseLight(frame, value, 0));
              }
            } catch (UnreadableFrame e) {
              // A frame that cannot be read lights nothing.
            }
            room.progress().step(done.incrementAndGet(), frames.size());
          });
    }
    double[] values = found.stream().mapToDouble(WhoseLight::value).sorted().toArray();
    double median = middle(values);
    return found.stream()
        .map(w -> new WhoseLight(w.frame, w.value, w.value - median))
        .sorted(
            Comparator.comparingDouble(WhoseLight::excess)
                .reversed()
                .thenComparing(w -> frames.indexOf(w.frame)))
        .toList();
  }

  private static double middle(double[] sorted) {
    int half = sorted.length / 2;
    return sorted.length == 0
        ? 0
        : sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
  }

  private static double brightest(PixelSource source, double x, double y, double radius)
      throws UnreadableFrame {
    PixelLayout layout = source.layout();
    int top = (int) Math.max(0, Math.ceil(y - radius));
    int bottom = (int) Math.min(layout.height() - 1, Math.floor(y + radius));
    int most = -1;
    if (bottom < top) {
      return most;
    }
    short[] rows = new short[(bottom - top + 1) * layout.rowSamples()];
    source.read(top, bottom - top + 1, rows);
    for (int row = top; row <= bottom; row++) {
      for (int column = (int) Math.max(0, Math.ceil(x - radius));
          column <= Math.min(layout.width() - 1, x + radius);
          column++) {
        if (Math.hypot(column - x, row - y) <= radius + 1e-9) {
          int at = (row - top) * layout.rowSamples() + column * layout.channels();
          for (int c = 0; c < layout.channels(); c++) {
            most = Math.max(most, rows[at + c] & 0xffff);
          }
        }
      }
    }
    return most < 0 ? most : (double) most / layout.white();
  }
}
