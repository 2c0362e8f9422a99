/**
 * Where sun, moon, planets and stars stand, how dark it is, and what can be seen from a place. Read
 * {@link zygonox.core.sky.SkyBody} first, then {@link zygonox.core.sky.Almanac} for a night and
 * {@link zygonox.core.sky.YearView} for a year.
 */
package zygonox.core.sky;
