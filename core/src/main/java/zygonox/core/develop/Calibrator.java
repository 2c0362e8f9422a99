package zygonox.core.develop;

import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.PictureReader;
import zygonox.core.format.SensorStep;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.BayerPattern;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/**
 * What a calibration comes to for the frames of one blend.
 *
 * @param step what is done to each frame
 * @param hotPixels how many pixels are repaired
 * @param heldBytes memory that the masters take
 * @param darksUnlike whether exposure, ISO or temperature of the darks is not the frames'
 */
public record Calibrator(SensorStep step, int hotPixels, long heldBytes, boolean darksUnlike) {
  /** Nothing is put right. */
  public static final Calibrator NONE = new Calibrator(SensorStep.NONE, 0, 0, false);

  /**
   * Makes the masters.
   *
   * @param frames those that will be blended, of one size; one or more
   * @throws InvalidInput when masters do not fit the frames, or a flat is black
   * @throws WorkFailed when one of them cannot be read
   */
  public static Calibrator of(Calibration calibration, List<Frame> frames, Workroom room) {
    if (calibration.isNone()) {
      return NONE;
    }
    try {
      return make(calibration, frames, room);
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.master-unreadable", e.file()), e);
    }
  }

  private static Calibrator make(Calibration calibration, List<Frame> frames, Workroom room)
      throws UnreadableFrame {
    Frame first = frames.get(0);
    PixelLayout layout = Master.layout(first);
    boolean mosaic = PictureReader.isMosaic(first);
    Darks darks = Darks.of(found("dark", calibration.darks(), layout, room));
    List<Frame> flats = found("flat", calibration.flats(), layout, room);
    float[] dark = new float[0];
    BitSet hot = new BitSet();
    float[] bias = new float[0];
    if (!darks.exposed().isEmpty()) {
      Master master = Master.median(darks.exposed(), room.share(0, 0.4));
      dark = master.light();
      if (!darks.bias().isEmpty()) {
        bias = Master.median(darks.bias(), room.share(0.4, 0.5)).light();
        lengthen(dark, bias, (float) darks.share(first));
      }
      if (calibration.hotPixels().auto()) {
        hot = HotSpotFinder.inDark(master);
      }
    } else if (calibration.hotPixels().auto()) {
      hot = HotSpotFinder.inRun(frames, room.share(0, 0.4));
    }
    if (calibration.hotPixels().marked().isPresent()) {
      hot = FrameMask.read("hot-pixels", calibration.hotPixels().marked().get(), layout).white();
    }
    HotSpots spots = new HotSpots(layout, mosaic, hot);
    if (dark.length > 0 && !spots.isEmpty()) {
      spots.repair(dark, 0, layout.height(), 0, layout.height());
    }
    float[] flat =
        flats.isEmpty()
            ? new float[0]
            : factors(Master.mean(flats, room.share(0.5, 1)).less(bias), pattern(flats.get(0)));
    return new Calibrator(
        new SensorCalibration(dark, flat, spots, layout.rowSamples()),
        spots.count(),
        (long) Float.BYTES * (dark.length + flat.length),
        darks.unlike(first));
  }

  /** What gathers in the dark grows with the exposure; what reading adds does not. */
  private static void lengthen(float[] dark, float[] bias, float share) {
    for (int i = 0; i < dark.length && share != 1; i++) {
      dark[i] = bias[i] + share * (dark[i] - bias[i]);
    }
  }

  private static List<Frame> found(
      String option, List<Path> paths, PixelLayout layout, Workroom room) throws UnreadableFrame {
    if (paths.isEmpty()) {
      return List.of();
    }
    FrameSet set = FrameFinder.find(paths, Progress.NONE, room.cancellation());
    if (!set.unreadable().isEmpty()) {
      throw new WorkFailed(
          Phrasebook.say("refused.master-unreadable", set.unreadable().get(0).file()));
    }
    if (set.frames().isEmpty()) {
      throw InvalidInput.about(option, Phrasebook.say("refused.no-masters", paths.get(0)));
    }
    for (Frame frame : set.frames()) {
      PixelLayout own = Master.layout(frame);
      if (own.width() != layout.width() || own.height() != layout.height()) {
        throw InvalidInput.about(
            option,
            Phrasebook.say(
                "refused.master-of-other-size",
                frame.file(),
                own.width(),
                own.height(),
                layout.width(),
                layout.height()));
      }
      if (own.channels() != layout.channels()) {
        throw InvalidInput.about(
            option, Phrasebook.say("refused.master-of-other-kind", frame.file()));
      }
    }
    return set.frames();
  }

  private static BayerPattern pattern(Frame frame) throws UnreadableFrame {
    return PictureReader.isMosaic(frame)
        ? PictureReader.mosaic(frame, DecodeMemory.unshared()).pattern()
        : null;
  }

  /** What each sample is multiplied by: the channel's mean over the flat there. */
  private static float[] factors(Master flat, BayerPattern pattern) {
    PixelLayout layout = flat.layout();
    double[] sums = new double[3];
    long[] counts = new long[3];
    float[] light = flat.light();
    for (int y = 0; y < layout.height(); y++) {
      for (int i = 0; i < layout.rowSamples(); i++) {
        int c = channel(layout, pattern, y, i);
        sums[c] += light[y * layout.rowSamples() + i];
        counts[c]++;
      }
    }
    float[] factors = new float[light.length];
    for (int y = 0; y < layout.height(); y++) {
      for (int i = 0; i < layout.rowSamples(); i++) {
        int c = channel(layout, pattern, y, i);
        double mean = sums[c] / counts[c];
        if (mean <= 0) {
          throw InvalidInput.about("flat", Phrasebook.say("refused.flat-is-black"));
        }
        int at = y * layout.rowSamples() + i;
        // A pixel that sees nothing of an even light tells nothing: it is left as it is.
        factors[at] = light[at] > 0 ? (float) (mean / light[at]) : 1;
      }
    }
    return factors;
  }

  private static int channel(PixelLayout layout, BayerPattern pattern, int y, int i) {
    return pattern == null ? i / layout.width() : pattern.at(i & 1, y);
  }
}
