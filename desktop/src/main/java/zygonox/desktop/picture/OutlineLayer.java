package zygonox.desktop.picture;

import java.util.List;
import java.util.OptionalInt;
import javafx.scene.Group;
import javafx.scene.shape.Polygon;

/** Outlines over the picture, where it is seen at present. */
final class OutlineLayer extends Group {
  /** Between what is outlined and its outline, in pixels of the screen. */
  private static final double ASIDE = 4;

  /** From an outlined thing, in pixels of the screen, where a click still means it. */
  private static final double CLICK = 8;

  OutlineLayer() {
    setManaged(false);
    setMouseTransparent(true);
  }

  /** Draws them for a view of a size in pixels. */
  void draw(List<Outline> outlines, Viewport view, double width, double height) {
    getChildren().setAll(outlines.stream().map(o -> polygon(o, view, width, height)).toList());
  }

  private static Polygon polygon(Outline outline, Viewport view, double width, double height) {
    double x1 = width / 2 + (outline.x1() - view.centreX()) * view.zoom();
    double y1 = height / 2 + (outline.y1() - view.centreY()) * view.zoom();
    double x2 = width / 2 + (outline.x2() - view.centreX()) * view.zoom();
    double y2 = height / 2 + (outline.y2() - view.centreY()) * view.zoom();
    double length = Math.hypot(x2 - x1, y2 - y1);
    double half = outline.half() * view.zoom() + ASIDE;
    double alongX = length == 0 ? half : half * (x2 - x1) / length;
    double alongY = length == 0 ? 0 : half * (y2 - y1) / length;
    Polygon polygon =
        new Polygon(
            x1 - alongX - alongY,
            y1 - alongY + alongX,
            x2 + alongX - alongY,
            y2 + alongY + alongX,
            x2 + alongX + alongY,
            y2 + alongY - alongX,
            x1 - alongX + alongY,
            y1 - alongY - alongX);
    polygon.getStyleClass().add("outline");
    polygon.getStyleClass().add(outline.kind() == Outline.Kind.GOES ? "goes" : "stays");
    if (outline.chosen()) {
      polygon.getStyleClass().add("chosen");
    }
    return polygon;
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
