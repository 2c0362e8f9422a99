package zygonox.desktop.picture;

import java.util.List;
import java.util.OptionalInt;
import java.util.stream.DoubleStream;
import javafx.scene.Group;
import javafx.scene.shape.Polygon;
import zygonox.core.measure.Streak;

/** Outlines over the picture, where it is seen at present. */
final class OutlineLayer extends Group {
  /** Between what is outlined and its outline, in pixels of the screen. */
  private static final double ASIDE = 4;

  /** From an outlined thing, in pixels of the screen, where a click still means it. */
  private static final double CLICK = 8;

  /** A bowed outline is drawn by so many straight pieces. */
  private static final int BOWED_PIECES = 24;

  /** Share of a line over which its direction is told. */
  private static final double STEP = 1e-3;

  OutlineLayer() {
    setManaged(false);
    setMouseTransparent(true);
  }

  /** Draws them for a view of a size in pixels. */
  void draw(List<Outline> outlines, Viewport view, double width, double height) {
    getChildren().setAll(outlines.stream().map(o -> polygon(o, view, width, height)).toList());
  }

  private static Polygon polygon(Outline outline, Viewport view, double width, double height) {
    Streak line = outline.line();
    double half = outline.half() * view.zoom() + ASIDE;
    int pieces = outline.bow() == 0 ? 1 : BOWED_PIECES;
    double[] there = new double[2 * (pieces + 1)];
    double[] back = new double[there.length];
    for (int i = 0; i <= pieces; i++) {
      double share = (double) i / pieces;
      double x = width / 2 + (line.x(share) - view.centreX()) * view.zoom();
      double y = height / 2 + (line.y(share) - view.centreY()) * view.zoom();
      double[] along = direction(line, share);
      // Beyond its ends it goes on by as much as beside it.
      double on = i == 0 ? -half : i == pieces ? half : 0;
      there[2 * i] = x + on * along[0] - half * along[1];
      there[2 * i + 1] = y + on * along[1] + half * along[0];
      back[back.length - 2 - 2 * i] = x + on * along[0] + half * along[1];
      back[back.length - 1 - 2 * i] = y + on * along[1] - half * along[0];
    }
    Polygon polygon =
        new Polygon(DoubleStream.concat(DoubleStream.of(there), DoubleStream.of(back)).toArray());
    polygon.getStyleClass().add("outline");
    polygon.getStyleClass().add(outline.kind() == Outline.Kind.GOES ? "goes" : "stays");
    if (outline.chosen()) {
      polygon.getStyleClass().add("chosen");
    }
    return polygon;
  }

  /** Of length 1; across where a line is no longer than a point. */
  private static double[] direction(Streak line, double share) {
    double x = line.x(share + STEP) - line.x(share - STEP);
    double y = line.y(share + STEP) - line.y(share - STEP);
    double length = Math.hypot(x, y);
    return length == 0 ? new double[] {1, 0} : new double[] {x / length, y / length};
  }

  /** Which of them a place of the picture means. */
  static OptionalInt at(List<Outline> outlines, double x, double y, double zoom) {
    int nearest = -1;
    double least = Double.MAX_VALUE;
    for (int i = 0; i < outlines.size(); i++) {
      double off = Math.max(0, outlines.get(i).distance(x, y) - outlines.get(i).half()) * zoom;
      if (off < least && off <= CLICK) {
        nearest = i;
        least = off;
      }
    }
    return nearest < 0 ? OptionalInt.empty() : OptionalInt.of(nearest);
  }
}
