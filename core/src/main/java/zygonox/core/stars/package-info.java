/**
 * Stars found to a fraction of a pixel, and their width; lists of them kept by the frame's content.
 * Read {@link zygonox.core.stars.StarFinder} first, then {@link zygonox.core.stars.StarList}.
 */
package zygonox.core.stars;
