package zygonox.desktop.picture;

import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import zygonox.core.measure.Histogram;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Theme;

/** How often each brightness occurs in a frame, and what is clipped. */
public final class SmallHistogram extends Drawing {
  private static final double HEIGHT = 66;
  private static final double FOOT = 16;

  /** Below this a share of clipped samples is not worth a word. */
  private static final double SAID = 0.00005;

  private Histogram histogram;

  public SmallHistogram(ObservableValue<Theme> theme, String id) {
    super(theme);
    setId(id);
    setMinHeight(HEIGHT);
    setPrefHeight(HEIGHT);
    setMaxHeight(HEIGHT);
  }

  /**
   * @param of null for none
   */
  public void show(Histogram of) {
    histogram = of;
    requestLayout();
  }

  @Override
  protected void draw(GraphicsContext g) {
    if (histogram == null) {
      return;
    }
    double[] shares = histogram.shares();
    double most = 0;
    for (double share : shares) {
      most = Math.max(most, share);
    }
    double bottom = getHeight() - FOOT;
    double step = getWidth() / shares.length;
    g.setFill(palette().faint());
    for (int i = 0; i < shares.length; i++) {
      double high = Math.sqrt(shares[i] / most) * (bottom - 2);
      g.fillRect(i * step, bottom - high, step, high);
    }
    double clipped = histogram.clipped();
    g.setFill(clipped > SAID ? palette().warn() : palette().faint());
    text(g, Words.say("histogram.black"), 0, bottom + FOOT / 2, 12, TextAlignment.LEFT);
    String white =
        clipped > SAID
            ? Words.say("frames.clipped-at-white", 100 * clipped)
            : Words.say("frames.nothing-clipped-at-white");
    text(g, white, getWidth(), bottom + FOOT / 2, 12, TextAlignment.RIGHT);
  }
}
