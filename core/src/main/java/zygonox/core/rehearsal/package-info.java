/**
 * The camera's stand-in that lives under a simulated sky: rehearsals, lessons and predictions. Read
 * {@link zygonox.core.rehearsal.Rehearsal} first, then {@link
 * zygonox.core.rehearsal.SimulatedCamera} and {@link zygonox.core.rehearsal.FrameLight}.
 */
package zygonox.core.rehearsal;
