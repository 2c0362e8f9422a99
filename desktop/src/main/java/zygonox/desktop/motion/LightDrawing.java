package zygonox.desktop.motion;

import java.util.function.IntConsumer;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.text.TextAlignment;
import zygonox.core.motion.LightCourse;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * How bright the frames are along the clip: dots as shot, a line as they will be, strokes where the
 * exposure changed. A click or drag goes to a frame; so do the arrow keys.
 */
final class LightDrawing extends Drawing {
  private static final double HIGH = 86;
  private static final double SIDE = 12;
  private static final double TITLE = 16;
  private static final double DOT = 1.2;

  /** What hardly changes is drawn flat, in stops. */
  private static final double LEAST_SPAN = 0.5;

  private LightCourse course;
  private int count;
  private int position;

  /**
   * @param onChosen hears of the frame that is gone to
   * @param onStep hears of a step to the next (1) or last frame (-1)
   * @param onPlay hears that the clip is to be played or to rest
   */
  LightDrawing(
      ObservableValue<Theme> theme, IntConsumer onChosen, IntConsumer onStep, Runnable onPlay) {
    super(theme);
    setId("light-course");
    setMinHeight(HIGH);
    setPrefHeight(HIGH);
    setMaxHeight(HIGH);
    setFocusTraversable(true);
    setAccessibleText(Words.say("motion.light"));
    setOnMousePressed(e -> choose(e.getX(), onChosen));
    setOnMouseDragged(e -> choose(e.getX(), onChosen));
    setOnKeyPressed(e -> key(e, onChosen, onStep, onPlay));
    focusedProperty().subscribe(f -> requestLayout());
  }

  private void key(KeyEvent event, IntConsumer onChosen, IntConsumer onStep, Runnable onPlay) {
    switch (event.getCode()) {
      case LEFT -> onStep.accept(-1);
      case RIGHT -> onStep.accept(1);
      case HOME -> onChosen.accept(0);
      case END -> onChosen.accept(Math.max(0, count - 1));
      case SPACE -> onPlay.run();
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void choose(double x, IntConsumer onChosen) {
    requestFocus();
    if (count > 1) {
      double share = (x - SIDE) / (getWidth() - 2 * SIDE);
      onChosen.accept((int) Math.max(0, Math.min(count - 1, Math.round(share * (count - 1)))));
    }
  }

  /**
   * @param now null until light is measured
   * @param frames how many there are
   */
  void show(LightCourse now, int frames, int at) {
    course = now;
    count = frames;
    position = at;
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
    double least = Double.MAX_VALUE;
    double most = -Double.MAX_VALUE;
    for (int i = 0; i < shot.length; i++) {
      least = Math.min(least, Math.min(shot[i], shown[i]));
      most = Math.max(most, Math.max(shot[i], shown[i]));
    }
    double span = Math.max(LEAST_SPAN, most - least);
    double middle = (least + most) / 2;
    g.setFill(palette.faint());
    text(
        g,
        Words.say("motion.span", most - least),
        getWidth() - SIDE,
        TITLE / 2 + 5,
        12,
        TextAlignment.RIGHT);
    double high = getHeight() - TITLE - 14;
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
    g.setStroke(palette.mark());
    g.setLineWidth(1.4);
    double x = x(position, count);
    g.strokeLine(x, TITLE + 4, x, getHeight() - 4);
  }
}
