package zygonox.core.align;

import java.nio.file.Path;

/**
 * A frame that could not be brought onto the reference.
 *
 * @param file the frame
 * @param stars stars found in it
 */
public record Unmatched(Path file, int stars) {}
