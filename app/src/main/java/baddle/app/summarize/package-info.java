/**
 * Cross-tabs of the dataset, or straight from files, and their way into report files. Start at
 * {@link baddle.app.summarize.Summarizer} and {@link baddle.app.summarize.FilesCrosstab}.
 */
@NullMarked
package baddle.app.summarize;

import org.jspecify.annotations.NullMarked;
