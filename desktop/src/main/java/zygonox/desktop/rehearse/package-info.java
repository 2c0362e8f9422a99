/** Stage Rehearse. */
package zygonox.desktop.rehearse;
