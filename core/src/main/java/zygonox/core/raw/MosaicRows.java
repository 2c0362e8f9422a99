package zygonox.core.raw;

/**
 * A mosaic's own light, one value a pixel whatever its colour: for masters, and for pictures taken
 * through a filter that leaves only one colour.
 */
public final class MosaicRows {
  private final Mosaic mosaic;
  private final MosaicStep step;

  /**
   * @param step what is put right on the way; has repaired the mosaic already
   */
  public MosaicRows(Mosaic mosaic, MosaicStep step) {
    this.mosaic = mosaic;
    this.step = step;
  }

  /**
   * One row.
   *
   * @param into gets each pixel's light, 0 for black and 1 for full, from {@code at} on
   */
  public void light(int y, float[] into, int at) {
    for (int odd = 0; odd < 2; odd++) {
      float black = mosaic.blackAt(odd, y);
      float scale = 1 / (mosaic.white() - black);
      for (int x = odd; x < mosaic.width(); x += 2) {
        into[at + x] = (mosaic.at(x, y) - black) * scale;
      }
    }
    step.row(y, into, at);
  }
}
