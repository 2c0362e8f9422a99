/**
 * What is put right in single frames: parts of them left out, lines and gaps of trails, where the
 * sky ends, whose a light is. Read {@link zygonox.core.mend.MaskedLight} first, then {@link
 * zygonox.core.mend.TrailMender} and {@link zygonox.core.mend.SkylineFinder}.
 */
package zygonox.core.mend;
