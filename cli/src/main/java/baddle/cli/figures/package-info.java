/** Figures shown: {@code summarize} and {@code crosstab}. */
@NullMarked
package baddle.cli.figures;

import org.jspecify.annotations.NullMarked;
