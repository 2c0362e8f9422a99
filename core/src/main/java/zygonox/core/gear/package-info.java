/**
 * Cameras, lenses, timers and batteries, and the shelf they stand on. Read {@link
 * zygonox.core.gear.Kit} first, then {@link zygonox.core.gear.Shelf}.
 */
package zygonox.core.gear;
