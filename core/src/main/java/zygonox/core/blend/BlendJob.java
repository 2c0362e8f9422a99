package zygonox.core.blend;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;

/**
 * What both engines work from.
 *
 * @param layers the frames that take part, all on {@code layout}
 * @param layout the blend's grid, channels and input depth
 * @param probe measures noise
 * @param probed a picture of the probe for each layer that is measured, else null
 * @param dropped gathers layers that turn out unreadable on the way; safe for any thread
 */
record BlendJob(
    List<Layer> layers,
    PixelLayout layout,
    NoiseProbe probe,
    List<NoiseProbe.Picture> probed,
    List<FrameDropped> dropped,
    BlendWatcher watcher,
    Cancellation cancellation) {
  /** Frames measured for noise: more would tell no more. */
  private static final int MOST_PROBED = 12;

  static BlendJob of(
      List<Layer> layers, PixelLayout layout, BlendWatcher watcher, Cancellation cancellation) {
    NoiseProbe probe = new NoiseProbe(layout);
    List<NoiseProbe.Picture> probed = new ArrayList<>(Collections.nCopies(layers.size(), null));
    int measured = probe.works() ? Math.min(layers.size(), MOST_PROBED) : 0;
    for (int m = 0; m < measured; m++) {
      probed.set((int) ((long) m * layers.size() / measured), probe.picture(layout.white()));
    }
    return new BlendJob(
        layers,
        layout,
        probe,
        probed,
        Collections.synchronizedList(new ArrayList<>()),
        watcher,
        cancellation);
  }

  /** How many layers took part. */
  int used() {
    return layers.size() - dropped.size();
  }

  /** Notes that a layer could not be read; the noise of what is left is measured without it. */
  void drop(int layer, UnreadableFrame e) {
    probed.set(layer, null);
    dropped.add(new FrameDropped(e.file(), new FrameDropped.Unreadable(e.fault())));
  }

  /** Lets the probe see rows of one layer as they come by. */
  void look(int layer, int firstRow, int rows, NoiseProbe.Samples samples) {
    NoiseProbe.Picture picture = probed.get(layer);
    if (picture != null) {
      picture.rows(firstRow, rows, samples);
    }
  }
}
