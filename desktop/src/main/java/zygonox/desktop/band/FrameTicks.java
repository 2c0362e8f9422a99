package zygonox.desktop.band;

import java.time.Instant;
import java.util.function.ToDoubleFunction;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.desktop.stage.BandNote;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.theme.Palette;

/**
 * What the band shows of frames: each a tick at its time, shots without one a point, and what
 * happened meanwhile by name.
 */
final class FrameTicks {
  static final double BLOCKS = 36;
  static final double TICK = 20;
  private static final double STANDING_OUT = 28;
  private static final double STUMP = 6;
  private static final double CHOSEN = 34;

  /** A stroke across the tick of a frame in which something was found. */
  private static final double ACROSS = 4;

  private final OpenNight open;
  private final ToDoubleFunction<Instant> placeOf;
  private final Color ink;

  FrameTicks(OpenNight open, ToDoubleFunction<Instant> placeOf, Color ink) {
    this.open = open;
    this.placeOf = placeOf;
    this.ink = ink;
  }

  void draw(GraphicsContext g, Palette palette, double bottom) {
    FrameSet set = open.framesProperty().get();
    double base = bottom - BLOCKS;
    g.setLineWidth(1.4);
    for (Frame frame : set.frames()) {
      set.takenAt(frame).ifPresent(t -> tick(g, palette, frame, placeOf.applyAsDouble(t), base));
    }
    g.setStroke(palette.warn());
    g.setLineWidth(1.2);
    for (Instant due : open.missingProperty().get()) {
      double x = placeOf.applyAsDouble(due);
      g.strokeOval(x - 1.5, base - 4, 3, 3);
    }
    g.setLineWidth(1.8);
    for (Instant found : open.marksProperty().get()) {
      double x = placeOf.applyAsDouble(found);
      g.strokeLine(x - ACROSS, base - TICK + ACROSS, x + ACROSS, base - TICK - ACROSS);
    }
    drawNotes(g, palette, base);
    g.setStroke(palette.mark());
    for (Instant arrived : open.arriving()) {
      double x = placeOf.applyAsDouble(arrived);
      g.strokeLine(x, base, x, base - TICK);
    }
  }

  private void tick(GraphicsContext g, Palette palette, Frame frame, double x, double base) {
    boolean chosen = frame.equals(open.selectedProperty().get());
    Verdict verdict = open.verdict(frame);
    g.setStroke(chosen ? palette.mark() : verdict == Verdict.KEEP ? ink : palette.warn());
    // What is dropped is a stump, what is to be looked at stands out.
    double tall =
        switch (verdict) {
          case KEEP -> TICK;
          case LOOK -> STANDING_OUT;
          case DROP -> STUMP;
        };
    g.strokeLine(x, base, x, base - (chosen ? CHOSEN : tall));
    if (chosen) {
      g.setFill(palette.mark());
      g.fillPolygon(
          new double[] {x - 5, x + 5, x}, new double[] {base - 40, base - 40, base - 32}, 3);
    }
  }

  /** Names in one line above the ticks; one that finds no room there is left to the list. */
  private void drawNotes(GraphicsContext g, Palette palette, double base) {
    g.setFont(Font.font("Cabin", 12));
    g.setTextAlign(TextAlignment.LEFT);
    g.setTextBaseline(VPos.CENTER);
    double free = 0;
    for (BandNote note : open.notesProperty().get()) {
      double x0 = placeOf.applyAsDouble(note.from());
      double x1 = placeOf.applyAsDouble(note.to());
      g.setStroke(palette.warn());
      g.setLineWidth(2);
      g.strokeLine(x0, base + 2, Math.max(x1, x0 + 2), base + 2);
      Text text = new Text(note.text());
      text.setFont(g.getFont());
      double width = text.getLayoutBounds().getWidth();
      double at = (x0 + x1 - width) / 2;
      if (at > free) {
        g.setFill(palette.warn());
        g.fillText(note.text(), at, base - 46);
        free = at + width + 8;
      }
    }
  }
}
