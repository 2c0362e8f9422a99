package zygonox.core.motion;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zygonox.core.raster.Srgb;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/**
 * The pictures of a clip in their order, each mixed of takes: a take is a frame in its light and
 * its view, made once however many pictures it is in.
 */
final class Reel {
  private static final ToneTable ENCODED = new ToneTable(ToneCurve.SRGB);
  private static final int VALUES = 65_536;

  /** The light of each stored value; made when something is mixed. */
  private static final class Light {
    static final float[] OF = new float[VALUES];

    static {
      for (int v = 0; v < VALUES; v++) {
        OF[v] = (float) Srgb.toLight(v / (VALUES - 1.0));
      }
    }
  }

  /**
   * A frame to be made into a picture.
   *
   * @param frame its index
   * @param share how much of the clip has gone by, 0 to 1
   */
  record Take(int frame, double share) {}

  private record Mix(int[] takes, float[] weights) {}

  private final List<Take> takes = new ArrayList<>();
  private final List<Mix> pictures = new ArrayList<>();
  private final Map<Integer, Integer> lastUse = new HashMap<>();
  private final Map<Integer, short[]> held = new HashMap<>();
  private int next;

  /**
   * @param averaged of how many frames a picture is the mean
   * @param frames how many there are
   * @param moves whether what is seen of a frame changes from picture to picture
   * @param from the first picture that is wanted
   */
  Reel(Timeline timeline, int averaged, int frames, boolean moves, int from) {
    Map<List<Integer>, Integer> known = new HashMap<>();
    for (int k = from; k < timeline.count(); k++) {
      List<Timeline.Part> parts = timeline.parts(k, averaged, frames);
      double share = timeline.count() < 2 ? 0 : (double) k / (timeline.count() - 1);
      int[] of = new int[parts.size()];
      float[] weights = new float[of.length];
      for (int p = 0; p < of.length; p++) {
        int frame = parts.get(p).frame();
        of[p] = known.computeIfAbsent(List.of(frame, moves ? k : 0), key -> take(frame, share));
        weights[p] = (float) parts.get(p).weight();
        lastUse.put(of[p], k - from);
      }
      pictures.add(new Mix(of, weights));
    }
  }

  private int take(int frame, double share) {
    takes.add(new Take(frame, share));
    return takes.size() - 1;
  }

  /** What is to be made, in this order. */
  List<Take> takes() {
    return takes;
  }

  /** A take is made. They come in order. */
  void made(int take, short[] picture) {
    held.put(take, picture);
  }

  /** The next picture whose takes are all made; null when more are needed, or none is left. */
  short[] next() {
    if (next == pictures.size()) {
      return null;
    }
    Mix mix = pictures.get(next);
    for (int take : mix.takes) {
      if (!held.containsKey(take)) {
        return null;
      }
    }
    short[] picture = mix.takes.length == 1 ? held.get(mix.takes[0]) : mixed(mix);
    for (int take : mix.takes) {
      if (lastUse.get(take) == next) {
        held.remove(take);
      }
    }
    next++;
    return picture;
  }

  /** Of light, not of stored values. */
  private short[] mixed(Mix mix) {
    short[] first = held.get(mix.takes[0]);
    float[] light = new float[first.length];
    for (int t = 0; t < mix.takes.length; t++) {
      short[] one = held.get(mix.takes[t]);
      float weight = mix.weights[t];
      for (int i = 0; i < light.length; i++) {
        light[i] += weight * Light.OF[one[i] & 0xffff];
      }
    }
    short[] picture = new short[light.length];
    for (int i = 0; i < light.length; i++) {
      picture[i] = (short) (ENCODED.encode(light[i]) * (VALUES - 1) + 0.5f);
    }
    return picture;
  }
}
