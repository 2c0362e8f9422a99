package zygonox.desktop.motion;

import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.TextAlignment;
import zygonox.core.motion.LightCourse;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * How bright the frames are along the clip: dots as shot, a line as they will be, strokes where the
 * exposure changed, small squares where a person bent it. A click or drag goes to a frame, so do
 * the arrow keys left and right; up and down, or a drag with Shift held, bend the light there.
 */
final class LightDrawing extends Drawing {
  private static final double HIGH = 86;
  private static final double SIDE = 12;
  private static final double TITLE = 16;
  private static final double DOT = 1.2;
  private static final double KEY = 3;

  /** What a key bends light by. */
  private static final double BEND_STOPS = 0.1;

  /** What hardly changes is drawn flat, in stops. */
  private static final double LEAST_SPAN = 0.5;

  private final Hand hand;
  private LightCourse course;
  private List<Integer> bent = List.of();
  private double takenAt = Double.NaN;
  private double takenSpan;
  private int count;
  private int position;

  /** What a hand on the drawing does. */
  interface Hand {
    void goTo(int frame);

    void step(int by);

    void play();

    /**
     * Bends the light.
     *
     * @param by stops, against what it was when the hand took hold of it
     * @param done whether the hand let go
     */
    void bend(int frame, double by, boolean done);

    void unbend(int frame);
  }

  LightDrawing(ObservableValue<Theme> theme, Hand hand) {
    super(theme);
    this.hand = hand;
    setId("light-course");
    setMinHeight(HIGH);
    setPrefHeight(HIGH);
    setMaxHeight(HIGH);
    setFocusTraversable(true);
    setAccessibleText(Words.say("motion.light"));
    setOnMousePressed(this::pressed);
    setOnMouseDragged(this::dragged);
    setOnMouseReleased(this::released);
    setOnKeyPressed(this::key);
    focusedProperty().subscribe(f -> requestLayout());
  }

  private void key(KeyEvent event) {
    switch (event.getCode()) {
      case LEFT -> hand.step(-1);
      case RIGHT -> hand.step(1);
      case HOME -> hand.goTo(0);
      case END -> hand.goTo(Math.max(0, count - 1));
      case SPACE -> hand.play();
      case UP -> bend(BEND_STOPS, true);
      case DOWN -> bend(-BEND_STOPS, true);
      case DELETE, BACK_SPACE -> {
        if (count > 1) {
          hand.unbend(position);
        }
      }
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void bend(double by, boolean done) {
    if (count > 1 && course != null) {
      hand.bend(position, by, done);
    }
  }

  private void pressed(MouseEvent event) {
    choose(event.getX());
    takenAt = event.isShiftDown() ? event.getY() : Double.NaN;
    // What a stop is on the screen stays while the hand holds it, though the line moves.
    takenSpan = span();
  }

  private void dragged(MouseEvent event) {
    if (Double.isNaN(takenAt)) {
      choose(event.getX());
    } else {
      bend(stops(event), false);
    }
  }

  private void released(MouseEvent event) {
    if (!Double.isNaN(takenAt) && event.getY() != takenAt) {
      bend(stops(event), true);
    }
    takenAt = Double.NaN;
  }

  private double stops(MouseEvent event) {
    return (takenAt - event.getY()) / curveHeight() * takenSpan;
  }

  private double curveHeight() {
    return getHeight() - TITLE - 14;
  }

  private double span() {
    double[] ends = ends();
    return Math.max(LEAST_SPAN, ends[1] - ends[0]);
  }

  /** The darkest and the brightest of what is drawn, in stops. */
  private double[] ends() {
    double least = Double.MAX_VALUE;
    double most = -Double.MAX_VALUE;
    if (course == null) {
      return new double[2];
    }
    double[] shot = course.shot();
    double[] shown = course.shown();
    for (int i = 0; i < shot.length; i++) {
      least = Math.min(least, Math.min(shot[i], shown[i]));
      most = Math.max(most, Math.max(shot[i], shown[i]));
    }
    return new double[] {least, most};
  }

  private void choose(double x) {
    requestFocus();
    if (count > 1) {
      double share = (x - SIDE) / (getWidth() - 2 * SIDE);
      hand.goTo((int) Math.max(0, Math.min(count - 1, Math.round(share * (count - 1)))));
    }
  }

  /**
   * @param now null until light is measured
   * @param frames how many there are
   * @param at the frame that is looked at
   * @param bentAt frames at which a person bent the light
   */
  void show(LightCourse now, int frames, int at, List<Integer> bentAt) {
    course = now;
    count = frames;
    position = at;
    bent = bentAt;
    requestLayout();
  }

  private double x(int index, int of) {
    return SIDE + (getWidth() - 2 * SIDE) * index / Math.max(1, of - 1);
  }

  @Override
  protected void draw(GraphicsContext g) {
    Palette palette = palette();
    g.setFill(palette.raised());
    g.fillRect(SIDE - 6, 2, getWidth() - 2 * SIDE + 12, getHeight() - 4);
    if (isFocused()) {
      g.setStroke(palette.mark());
      g.setLineWidth(1);
      g.strokeRect(SIDE - 6, 2, getWidth() - 2 * SIDE + 12, getHeight() - 4);
    }
    g.setFill(palette.ink());
    text(g, Words.say("motion.light"), SIDE, TITLE / 2 + 5, 12, TextAlignment.LEFT);
    if (course == null) {
      g.setFill(palette.faint());
      text(
          g,
          Words.say(count == 0 ? "motion.no-light" : "motion.measuring"),
          getWidth() / 2,
          getHeight() / 2,
          13,
          TextAlignment.CENTER);
      return;
    }
    double[] shot = course.shot();
    double[] shown = course.shown();
    double[] ends = ends();
    double least = ends[0];
    double most = ends[1];
    double span = span();
    double middle = (least + most) / 2;
    g.setFill(palette.faint());
    text(
        g,
        Words.say("motion.span", most - least),
        getWidth() - SIDE,
        TITLE / 2 + 5,
        12,
        TextAlignment.RIGHT);
    double high = curveHeight();
    double centre = TITLE + 7 + high / 2;
    g.setStroke(palette.warn());
    g.setLineWidth(1);
    for (LightCourse.Step step : course.steps()) {
      double x = (x(step.after(), shot.length) + x(step.after() + 1, shot.length)) / 2;
      g.strokeLine(x, getHeight() - 11, x, getHeight() - 4);
    }
    g.setFill(palette.faint());
    for (int i = 0; i < shot.length; i++) {
      double y = centre - high * (shot[i] - middle) / span;
      g.fillOval(x(i, shot.length) - DOT, y - DOT, 2 * DOT, 2 * DOT);
    }
    g.setStroke(palette.ink());
    g.setLineWidth(1.4);
    for (int i = 1; i < shown.length; i++) {
      g.strokeLine(
          x(i - 1, shot.length),
          centre - high * (shown[i - 1] - middle) / span,
          x(i, shot.length),
          centre - high * (shown[i] - middle) / span);
    }
    g.setFill(palette.mark());
    for (int at : bent) {
      if (at < shown.length) {
        double y = centre - high * (shown[at] - middle) / span;
        g.fillRect(x(at, shot.length) - KEY, y - KEY, 2 * KEY, 2 * KEY);
      }
    }
    g.setStroke(palette.mark());
    g.setLineWidth(1.4);
    double x = x(position, count);
    g.strokeLine(x, TITLE + 4, x, getHeight() - 4);
  }
}
