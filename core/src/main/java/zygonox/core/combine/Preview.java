package zygonox.core.combine;

/**
 * The result so far, made small enough to show at once.
 *
 * @param width pixels
 * @param height rows
 * @param argb {@code width * height} opaque pixels, 0xffRRGGBB
 */
public record Preview(int width, int height, int[] argb) {}
