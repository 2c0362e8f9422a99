package zygonox.core.raw;

/** What is put right on a mosaic before its colours are filled in. */
public interface MosaicStep {
  /** Nothing. */
  MosaicStep NONE = new MosaicStep() {};

  /** Puts single samples right, in place, before anything else. */
  default void repair(Mosaic mosaic) {}

  /**
   * Puts a row's light right, in place.
   *
   * @param y which row
   * @param light 0 for black, 1 for full
   * @param from where its first pixel stands in {@code light}
   */
  default void row(int y, float[] light, int from) {}
}
