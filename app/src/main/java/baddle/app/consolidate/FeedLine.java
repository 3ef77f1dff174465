package baddle.app.consolidate;

import baddle.core.outcome.RowCounts;

/**
 * What a batch means for one feed.
 *
 * @param feed the feed's name
 * @param files how many files it has now
 * @param added how many of them are new
 * @param changed how many have changed, or are read otherwise since the plan changed
 * @param renamed how many were under another name
 * @param unchanged how many are as they were
 * @param duplicates how many are copies of another
 * @param failed how many couldn't be read
 * @param gone how many were there before and aren't now
 * @param rows what became of the rows of all its files that are in the dataset
 */
public record FeedLine(
    String feed,
    int files,
    int added,
    int changed,
    int renamed,
    int unchanged,
    int duplicates,
    int failed,
    int gone,
    RowCounts rows) {}
