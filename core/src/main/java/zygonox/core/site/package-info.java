/**
 * Places one photographs from, with their zone and skyline, and the files they come in. Read {@link
 * zygonox.core.site.Site} first, then {@link zygonox.core.site.Zones} and {@link
 * zygonox.core.site.SiteFile}.
 */
package zygonox.core.site;
