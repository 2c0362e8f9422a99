package zygonox.core.stars;

/**
 * A star found in a picture.
 *
 * @param x column of its centre, 0 at the middle of the leftmost pixel
 * @param y row of its centre, 0 at the middle of the topmost pixel
 * @param flux its light above the background, in 16-bit sample values
 * @param peak its brightest pixel above the background, in 16-bit sample values
 */
public record FoundStar(double x, double y, double flux, double peak) {}
