package zygonox.core.combine;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;

/**
 * What both engines work from.
 *
 * @param contributions the frames that take part, all on {@code layout}
 * @param layout the blend's grid, channels and input depth
 * @param probe measures noise
 * @param probed a picture of the probe for each frame that is measured, else null
 * @param dropped gathers frames that turn out unreadable on the way; safe for any thread
 */
record BlendJob<S extends RowSource>(
    List<Contribution<S>> contributions,
    PixelLayout layout,
    NoiseProbe probe,
    List<NoiseProbe.Picture> probed,
    List<FrameDropped> dropped,
    BlendWatcher watcher,
    Cancellation cancellation) {
  /** Frames measured for noise: more would tell no more. */
  private static final int MOST_PROBED = 12;

  /**
   * @param probeWhite white of the samples that the frames' noise is told in
   */
  static <S extends RowSource> BlendJob<S> of(
      List<Contribution<S>> contributions,
      PixelLayout layout,
      int probeWhite,
      BlendWatcher watcher,
      Cancellation cancellation) {
    NoiseProbe probe = new NoiseProbe(layout);
    List<NoiseProbe.Picture> probed =
        new ArrayList<>(Collections.nCopies(contributions.size(), null));
    int measured = probe.works() ? Math.min(contributions.size(), MOST_PROBED) : 0;
    for (int m = 0; m < measured; m++) {
      probed.set((int) ((long) m * contributions.size() / measured), probe.picture(probeWhite));
    }
    return new BlendJob<>(
        contributions,
        layout,
        probe,
        probed,
        Collections.synchronizedList(new ArrayList<>()),
        watcher,
        cancellation);
  }

  /** How many frames took part. */
  int used() {
    return contributions.size() - dropped.size();
  }

  /** Notes that a frame could not be read; the noise of what is left is measured without it. */
  void drop(int index, UnreadableFrame e) {
    probed.set(index, null);
    dropped.add(new FrameDropped(e.file(), new FrameDropped.Unreadable(e.fault())));
  }

  /** Lets the probe see rows of one frame as they come by. */
  void look(int index, int firstRow, int rows, NoiseProbe.Samples samples) {
    NoiseProbe.Picture picture = probed.get(index);
    if (picture != null) {
      picture.rows(firstRow, rows, samples);
    }
  }
}
