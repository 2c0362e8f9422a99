/** Sentences whose underlined parts are the settings. */
package zygonox.desktop.sentence;
