/**
 * Cross-tabs of datasets and their way into report files. Start at {@link
 * baddle.app.summarize.Summarizer}.
 */
@NullMarked
package baddle.app.summarize;

import org.jspecify.annotations.NullMarked;
