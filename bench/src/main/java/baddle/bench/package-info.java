/**
 * Generators of large made-up data, and the floors that the program is measured against: the bare
 * library doing the same reading and nothing else. {@code bench/run} puts them together.
 */
@NullMarked
package baddle.bench;

import org.jspecify.annotations.NullMarked;
