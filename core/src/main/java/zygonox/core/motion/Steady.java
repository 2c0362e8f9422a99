package zygonox.core.motion;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zygonox.core.align.Aligned;
import zygonox.core.align.Alignment;
import zygonox.core.align.SceneAligner;
import zygonox.core.frame.Frame;
import zygonox.core.work.Workroom;

/**
 * Which part of each frame a clip shows: the same part of the scene, where the camera was moved
 * between frames.
 *
 * @param shifts how far each frame's scene lies from where it lies in the first
 * @param marginX pixels of a frame that are lost at either side
 * @param marginY pixels that are lost above and below
 */
public record Steady(Map<Path, Shift> shifts, double marginX, double marginY) {
  /** A tripod that was touched shows the scene shifted by no more than this share of its width. */
  private static final double MOST_SHARE = 0.03;

  /** Frames on either side that tell the usual shift about a frame. */
  private static final int NEAR = 3;

  /** A shift that differs more from the usual one was told by what passed, not by the scene. */
  private static final double ODD_PIXELS = 9;

  private static final double ODD_SHARE = 0.005;

  /** Frames as they are. */
  public static final Steady AS_SHOT = new Steady(Map.of(), 0, 0);

  /** In pixels, to the right and down. */
  public record Shift(double x, double y) {
    static final Shift NONE = new Shift(0, 0);
  }

  /**
   * A part of a frame, in its pixels from its left and upper edges.
   *
   * @param left where it begins
   * @param top where it begins
   */
  public record Part(double left, double top, double width, double height) {}

  /** Finds how the scene moves. Frames in which it cannot be found stay as they are. */
  public static Steady of(List<Frame> frames, Workroom room) {
    Frame first = frames.get(0);
    Aligned aligned = SceneAligner.shift(Optional.of(first.file())).align(frames, room);
    Map<Path, Shift> found = new HashMap<>();
    for (Alignment one : aligned.alignments()) {
      Shift shift = new Shift(-one.matrix().x(0, 0), -one.matrix().y(0, 0));
      // More is another scene, or one that shows nothing to hold on to.
      if (Math.hypot(shift.x, shift.y) < MOST_SHARE * first.layout().width()) {
        found.put(one.file(), shift);
      }
    }
    List<Path> order = frames.stream().map(Frame::file).filter(found::containsKey).toList();
    double odd = Math.max(ODD_PIXELS, ODD_SHARE * first.layout().width());
    Map<Path, Shift> shifts = new HashMap<>();
    double mostX = 0;
    double mostY = 0;
    for (int i = 0; i < order.size(); i++) {
      Shift own = found.get(order.get(i));
      Shift usual = usual(order, found, i);
      boolean isOdd = Math.hypot(own.x - usual.x, own.y - usual.y) > odd;
      Shift shift = isOdd ? usual : own;
      shifts.put(order.get(i), shift);
      mostX = Math.max(mostX, Math.abs(shift.x));
      mostY = Math.max(mostY, Math.abs(shift.y));
    }
    return new Steady(shifts, Math.ceil(mostX), Math.ceil(mostY));
  }

  /** The middle of the shifts about a frame's. */
  private static Shift usual(List<Path> order, Map<Path, Shift> found, int at) {
    List<Shift> near =
        order.subList(Math.max(0, at - NEAR), Math.min(order.size(), at + NEAR + 1)).stream()
            .map(found::get)
            .toList();
    return new Shift(
        near.stream().mapToDouble(Shift::x).sorted().skip(near.size() / 2).findFirst().orElse(0),
        near.stream().mapToDouble(Shift::y).sorted().skip(near.size() / 2).findFirst().orElse(0));
  }

  /** The share of a frame's width or height that is lost, whichever is more. */
  double lost(Frame frame) {
    return Math.max(2 * marginX / frame.layout().width(), 2 * marginY / frame.layout().height());
  }

  /**
   * What is seen of a frame, of what is left of it and in a picture's shape.
   *
   * @param window where, and how near
   */
  Part part(Frame frame, PictureSize size, Move.Window window) {
    double whole = frame.layout().width() - 2 * marginX;
    double high = frame.layout().height() - 2 * marginY;
    double share = Math.min(whole / size.width(), high / size.height());
    double width = share * size.width() / window.zoom();
    double height = share * size.height() / window.zoom();
    double middleX = Math.max(width / 2, Math.min(whole - width / 2, window.x() * whole));
    double middleY = Math.max(height / 2, Math.min(high - height / 2, window.y() * high));
    Shift shift = shifts.getOrDefault(frame.file(), Shift.NONE);
    return new Part(
        marginX + middleX - width / 2 + shift.x,
        marginY + middleY - height / 2 + shift.y,
        width,
        height);
  }
}
