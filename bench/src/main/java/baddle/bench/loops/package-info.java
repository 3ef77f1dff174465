/** Benchmarks of the loops that most of the time goes into; {@code bench/loops} runs them. */
@NullMarked
package baddle.bench.loops;

import org.jspecify.annotations.NullMarked;
