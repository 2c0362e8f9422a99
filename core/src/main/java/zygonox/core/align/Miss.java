package zygonox.core.align;

/**
 * How far a star of a moved frame lies off that of the reference, in pixels.
 *
 * @param x column of the reference's star
 * @param y its row
 * @param dx by how much it lies too far right
 * @param dy too far down
 */
public record Miss(double x, double y, double dx, double dy) {}
