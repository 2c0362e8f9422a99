package zygonox.core.mend;

import java.nio.file.Path;
import zygonox.core.measure.Streak;

/**
 * A line of light that was found in a frame.
 *
 * @param file the frame
 * @param line where
 * @param meteor whether it brightens and fades as meteors do, and is in no frame beside it
 */
public record FoundLine(Path file, Streak line, boolean meteor) {}
