/**
 * Matching the stars of two frames, the motion between them, and moving one onto the other, once.
 * Read {@link zygonox.core.align.StarAligner} first, then {@link zygonox.core.align.Moved}.
 */
package zygonox.core.align;
