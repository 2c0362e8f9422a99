package zygonox.desktop.picture;

/** Which pixels of the picture are hatched. */
@FunctionalInterface
public interface Veil {
  /**
   * @param x column, in pixels of the real picture
   * @param y row
   */
  boolean covers(int x, int y);
}
