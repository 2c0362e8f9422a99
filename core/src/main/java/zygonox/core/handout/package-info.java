/** What is taken along on paper or in a calendar. */
package zygonox.core.handout;
