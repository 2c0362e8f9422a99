/**
 * The workroom: progress split by weight, cancellation, the one crew of threads, the memory bound,
 * scratch folders, and files that appear whole or not at all. Read {@link
 * zygonox.core.work.Workroom} first, then {@link zygonox.core.work.Workers} and {@link
 * zygonox.core.work.WholeFile}.
 */
package zygonox.core.work;
