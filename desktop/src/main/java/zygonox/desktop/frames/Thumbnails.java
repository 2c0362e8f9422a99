package zygonox.desktop.frames;

import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import zygonox.core.format.QuickLook;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.Raster;
import zygonox.desktop.picture.Lift;
import zygonox.desktop.tasks.BackgroundTasks;

/** Small pictures of frames, made beside the window and kept as long as there is room. */
final class Thumbnails {
  /** Longer side in pixels, for the sharpest screens. */
  static final int SIDE = 180;

  /** A small picture takes some 100 kB. */
  private static final int MOST_KEPT = 1200;

  /** The night made brighter, all frames alike: small and dark, nothing could be told apart. */
  private static final int[] BRIGHTER =
      IntStream.range(0, 256).map(v -> (int) Math.round(255 * Math.pow(v / 255.0, 0.6))).toArray();

  private final BackgroundTasks tasks;
  private final Runnable onMore;
  private boolean red;
  private boolean lifted;
  private final Map<Path, Image> kept =
      new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Path, Image> eldest) {
          return size() > MOST_KEPT;
        }
      };

  /**
   * @param onMore called on the window's thread when more can be shown
   */
  Thumbnails(BackgroundTasks tasks, Runnable onMore) {
    this.tasks = tasks;
    this.onMore = onMore;
  }

  /** Shows brightness in red alone, or colours; what was made is made anew. */
  void setRed(boolean only) {
    if (only != red) {
      red = only;
      kept.clear();
      onMore.run();
    }
  }

  /** Lifts the dark parts of each by its own histogram, or not; what was made is made anew. */
  void setLifted(boolean lifts) {
    if (lifts != lifted) {
      lifted = lifts;
      kept.clear();
      onMore.run();
    }
  }

  /** One that is there already. */
  Optional<Image> of(Frame frame) {
    return Optional.ofNullable(kept.get(frame.file()));
  }

  /** Makes those that are missing, in order; what was asked for before is given up. */
  void ask(Collection<Frame> frames) {
    List<Frame> missing = frames.stream().filter(f -> !kept.containsKey(f.file())).toList();
    if (missing.isEmpty()) {
      return;
    }
    boolean inRed = red;
    boolean inLight = lifted;
    tasks.quietly(
        "thumbnails",
        (progress, cancellation) -> {
          for (Frame frame : missing) {
            cancellation.check();
            Image image = image(frame, inRed, inLight);
            Platform.runLater(
                () -> {
                  if (inRed == red && inLight == lifted) {
                    kept.put(frame.file(), image);
                    onMore.run();
                  }
                });
          }
          return missing.size();
        },
        done -> onMore.run());
  }

  /** A frame that cannot be decoded becomes one transparent pixel. */
  private static Image image(Frame frame, boolean red, boolean lifted) {
    try {
      Raster raster = QuickLook.of(frame, SIDE);
      int width = raster.layout().width();
      int height = raster.layout().height();
      int[] argb = new int[width * height];
      short[] s = raster.samples();
      for (int i = 0; i < argb.length; i++) {
        argb[i] = 0xff000000 | s[3 * i] << 16 | s[3 * i + 1] << 8 | s[3 * i + 2];
      }
      Lift lift = lifted ? Lift.of(argb) : Lift.NONE;
      for (int i = 0; i < argb.length; i++) {
        int r = lift.lifts() ? lift.of(s[3 * i]) : BRIGHTER[s[3 * i]];
        int g = lift.lifts() ? lift.of(s[3 * i + 1]) : BRIGHTER[s[3 * i + 1]];
        int b = lift.lifts() ? lift.of(s[3 * i + 2]) : BRIGHTER[s[3 * i + 2]];
        // Brightness by the weights of ITU-R BT.709.
        argb[i] =
            red
                ? 0xff000000 | (54 * r + 183 * g + 19 * b) >> 8 << 16
                : 0xff000000 | r << 16 | g << 8 | b;
      }
      WritableImage image = new WritableImage(width, height);
      image
          .getPixelWriter()
          .setPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), argb, 0, width);
      return image;
    } catch (UnreadableFrame e) {
      return new WritableImage(1, 1);
    }
  }
}
