package zygonox.core.sky;

/**
 * A star of the catalogue.
 *
 * @param hip Hipparcos number
 * @param j2000 its place
 * @param vector unit vector to its place of J2000.0
 * @param magnitude visual magnitude
 * @param colourIndex B-V; blue stars near 0 or below, red ones up to 2
 */
public record Star(int hip, Equatorial j2000, Vector vector, double magnitude, double colourIndex) {
  static Star at(int hip, Equatorial j2000, double magnitude, double colourIndex) {
    return new Star(hip, j2000, j2000.vector(), magnitude, colourIndex);
  }
}
