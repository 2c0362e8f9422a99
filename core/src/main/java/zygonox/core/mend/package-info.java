/**
 * What is put right in single frames: parts of them left out, where the sky ends, whose a light is.
 * Read {@link zygonox.core.mend.MaskedLight} first, then {@link zygonox.core.mend.SkylineFinder}.
 */
package zygonox.core.mend;
