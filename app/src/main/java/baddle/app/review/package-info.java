/**
 * What there is to say of a dataset as a whole once its sources are read. Start at {@link
 * baddle.app.review.DatasetReview}.
 */
@NullMarked
package baddle.app.review;

import org.jspecify.annotations.NullMarked;
