/** The window: one package for each stage, each with a view and a model that tests drive. */
package zygonox.desktop;
