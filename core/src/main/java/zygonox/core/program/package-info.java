/**
 * Interval programs: how many frames, how long, how far apart, and what is wrong with it. Read
 * {@link zygonox.core.program.Interval} first, then {@link zygonox.core.program.Program} and {@link
 * zygonox.core.program.ProgramCheck}.
 */
package zygonox.core.program;
