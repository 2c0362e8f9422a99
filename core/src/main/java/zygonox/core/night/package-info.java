/**
 * The night's folder: its plan, what was decided of its frames, and what came of it. Read {@link
 * zygonox.core.night.Night} first, then {@link zygonox.core.night.NightFile} and {@link
 * zygonox.core.night.Decisions}.
 */
package zygonox.core.night;
