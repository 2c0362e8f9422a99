package zygonox.desktop.theme;

import javafx.scene.paint.Color;

/** How the window is coloured. */
public enum Theme {
  /** Dark, for most hours. */
  DUSK(
      new Palette(
          Color.web("#14171c"),
          Color.web("#20252d"),
          Color.web("#343b46"),
          Color.web("#e9e4d8"),
          Color.web("#a8a698"),
          Color.web("#e0b870"),
          Color.web("#1a1508"),
          Color.web("#f09a80"),
          Color.web("#0b0d12"),
          Color.web("#6f7f94"))),
  /** Red on black: no green, no blue, so that eyes stay used to the dark. */
  EMBER(
      new Palette(
          Color.web("#000000"),
          Color.web("#240000"),
          Color.web("#4a0000"),
          Color.web("#ff0000"),
          Color.web("#ee0000"),
          Color.web("#ff0000"),
          Color.web("#000000"),
          Color.web("#ff0000"),
          Color.web("#0a0000"),
          Color.web("#5c0000"))),
  /** Light, for daylight. */
  PAPER(
      new Palette(
          Color.web("#f6f2e9"),
          Color.web("#ffffff"),
          Color.web("#cfc8b8"),
          Color.web("#22252b"),
          Color.web("#5c5f63"),
          Color.web("#8a4b10"),
          Color.web("#ffffff"),
          Color.web("#a3261a"),
          Color.web("#3c4660"),
          Color.web("#dfe6ee")));

  private final Palette palette;

  Theme(Palette palette) {
    this.palette = palette;
  }

  public Palette palette() {
    return palette;
  }

  /** The next one, for a key that goes round. */
  public Theme next() {
    return values()[(ordinal() + 1) % values().length];
  }

  /** Whether pictures are shown in red alone. */
  public boolean reddensPictures() {
    return this == EMBER;
  }
}
