package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.words.HeadingWords;
import baddle.core.finding.Listing;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Tells tables that are like those of a dataset and may be of something else, as purchases are like
 * sales: all of the dataset's name something that these don't, and the other way round, numbers of
 * documents apart. What they come to together would be a figure of nothing.
 */
final class OwnHeadings {

  static final String ONE = "one";

  private OwnHeadings() {}

  /** What a person should say of a table that is to come into a dataset; empty for nothing. */
  static Optional<Question> question(DraftDataset dataset, FoundTable found) {
    Map<TableProfile.Column, AlignedHeading> aligned = dataset.align(found);
    Set<DraftColumn> shared =
        aligned.values().stream().map(AlignedHeading::column).collect(Collectors.toSet());
    List<String> ours =
        dataset.columns().stream()
            .filter(column -> !shared.contains(column))
            .filter(column -> column.sources() == dataset.tables().size())
            .filter(column -> column.type().kind() == ColumnType.Kind.TEXT)
            .filter(DraftColumn::isAlwaysFilled)
            .map(DraftColumn::heading)
            .filter(heading -> !HeadingWords.nameDocuments(heading))
            .toList();
    List<String> theirs =
        found.table().columns().stream()
            .filter(column -> !aligned.containsKey(column))
            .filter(column -> column.values().type().kind() == ColumnType.Kind.TEXT)
            .map(TableProfile.Column::heading)
            .filter(heading -> found.rows().alwaysFilled().contains(heading))
            .filter(heading -> !HeadingWords.nameDocuments(heading))
            .toList();
    if (ours.isEmpty() || theirs.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        Question.of(
            "rows of " + dataset.tables().get(0).place() + " and " + found.place(),
            "only the first has " + Listing.of(ours) + ", only the second " + Listing.of(theirs),
            ONE,
            new QuestionAnswer(ONE, "they belong into one dataset"),
            new QuestionAnswer("two", "each has a dataset of its own")));
  }
}
