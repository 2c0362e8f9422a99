/** The headless commands. Read {@link zygonox.cli.Main} first, then one class for each command. */
package zygonox.cli;
