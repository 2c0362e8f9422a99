package zygonox.core.night;

import java.util.Optional;
import zygonox.core.program.ProgramFinding;

/**
 * Something found about a night's plan.
 *
 * @param program which program it is about, counting from 0; -1 for the night as a whole
 * @param finding what it is
 * @param mend the night with it mended, where that can be done for the photographer
 */
public record NightFinding(int program, ProgramFinding finding, Optional<Night> mend) {}
