package zygonox.core.recipe;

/**
 * What is put right in single frames.
 *
 * @param removesStreaks whether lines of aeroplanes and satellites are taken out
 * @param bridgesGaps lighten of unmoved frames: whether trails are carried on over the time in
 *     which the shutter was closed
 */
public record Mending(boolean removesStreaks, boolean bridgesGaps) {
  public static final Mending NONE = new Mending(false, false);

  public Mending withoutStreaks(boolean removes) {
    return new Mending(removes, bridgesGaps);
  }

  public Mending withoutGaps(boolean bridges) {
    return new Mending(removesStreaks, bridges);
  }
}
