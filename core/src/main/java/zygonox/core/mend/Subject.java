package zygonox.core.mend;

import java.nio.file.Path;

/**
 * What moves through a run of frames, where one of them has it.
 *
 * @param file the frame
 * @param left its outline's first column, on the result's pixels
 * @param top its first row
 * @param right its last column
 * @param bottom its last row
 * @param laidIn whether it is in the result
 */
public record Subject(Path file, int left, int top, int right, int bottom, boolean laidIn) {}
