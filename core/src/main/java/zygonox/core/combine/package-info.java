/**
 * The streaming engine: takes contributions and gives one picture, in the exact lane or the light
 * lane, within its memory. Read {@link zygonox.core.combine.Combination} first, then its two
 * engines, which take frames one after another or all at once.
 */
package zygonox.core.combine;
