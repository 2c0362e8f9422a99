/**
 * A sensor's counts as mosaics, and their way to light: colours filled in row by row, without
 * threads of its own. Read {@link zygonox.core.raw.Mosaic} first, then {@link
 * zygonox.core.raw.Development}.
 */
package zygonox.core.raw;
