/** Benchmarks of the hot paths. */
package zygonox.bench;
