package zygonox.desktop.sky;

import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.TextAlignment;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/** A year's nights, side by side, each as high as it has hours worth going out for. */
final class YearDrawing extends Drawing {
  private static final double SIDE = 44;
  private static final double TOP = 30;
  private static final double FOOT = 34;
  private static final double LEAST_HOURS = 4;

  private final YearModel model;
  private List<LocalDate> chosen = List.of();

  /**
   * @param onNight hears which night was clicked
   */
  YearDrawing(YearModel model, ObservableValue<Theme> theme, Consumer<Prospect> onNight) {
    super(theme);
    this.model = model;
    setId("year-drawing");
    model.nightsProperty().subscribe(n -> requestLayout());
    addEventHandler(
        MouseEvent.MOUSE_CLICKED,
        e -> {
          List<Prospect> nights = model.nightsProperty().get();
          int index = (int) Math.floor((e.getX() - SIDE) / (getWidth() - 2 * SIDE) * nights.size());
          if (index >= 0 && index < nights.size()) {
            onNight.accept(nights.get(index));
          }
        });
  }

  /** Marks nights. */
  void choose(List<LocalDate> dates) {
    chosen = List.copyOf(dates);
    requestLayout();
  }

  @Override
  protected void draw(GraphicsContext g) {
    List<Prospect> nights = model.nightsProperty().get();
    if (nights.isEmpty()) {
      return;
    }
    Palette palette = palette();
    double most =
        Math.max(LEAST_HOURS, nights.stream().mapToDouble(Prospect::darkHours).max().orElse(0));
    double bottom = getHeight() - FOOT;
    double perHour = (bottom - TOP) / most;
    drawHours(g, palette, most, bottom, perHour);
    double step = (getWidth() - 2 * SIDE) / nights.size();
    for (int i = 0; i < nights.size(); i++) {
      Prospect night = nights.get(i);
      double x = SIDE + i * step;
      double high = night.darkHours() * perHour;
      boolean isChosen = chosen.contains(night.date());
      // With the moon's light the bar pales: the same hours are worth less beside a bright moon.
      g.setFill(
          isChosen
              ? palette.mark()
              : palette.ink().deriveColor(0, 1, 1, 1 - 0.6 * night.moonLit()));
      g.fillRect(x, bottom - high, Math.max(1, step - 0.6), high);
      if (isChosen) {
        g.fillRect(x, bottom + 1, Math.max(1, step - 0.6), 3);
      }
      if (night.date().getDayOfMonth() == 1) {
        g.setStroke(palette.line());
        g.setLineWidth(1);
        g.strokeLine(Math.rint(x) + 0.5, TOP, Math.rint(x) + 0.5, bottom + 6);
        g.setFill(palette.ink());
        String month = night.date().getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH);
        if (x < getWidth() - SIDE - 26) {
          text(g, month, x + 4, bottom + 18, 13, TextAlignment.LEFT);
        }
      }
    }
  }

  private void drawHours(
      GraphicsContext g, Palette palette, double most, double bottom, double perHour) {
    for (int hours = 0; hours <= most; hours += 2) {
      double y = bottom - hours * perHour;
      g.setStroke(palette.line());
      g.setLineWidth(1);
      g.strokeLine(SIDE, y, getWidth() - SIDE, y);
      g.setFill(palette.faint());
      text(g, hours + Words.say("sky.h"), SIDE - 8, y, 12, TextAlignment.RIGHT);
    }
  }
}
