/** The three themes, fonts and text sizes. */
package zygonox.desktop.theme;
