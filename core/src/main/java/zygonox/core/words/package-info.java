/**
 * Findings, values and recipes as sentences, from one bundle. Read {@link zygonox.core.words.Words}
 * first.
 */
package zygonox.core.words;
