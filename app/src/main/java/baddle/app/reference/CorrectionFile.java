package baddle.app.reference;

import baddle.app.Project;
import baddle.core.finding.Finding;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridOpener;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.ShapingRules;
import baddle.core.table.Column;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueRules;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import baddle.plan.PeriodChoice;
import baddle.plan.SheetChoice;
import baddle.plan.TableChoice;
import baddle.plan.WhenGone;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads a file that lists wrong values with the right ones. */
final class CorrectionFile {

  private static final String WRONG = "wrong";
  private static final String RIGHT = "right";

  private CorrectionFile() {}

  /**
   * The right values by the wrong ones.
   *
   * @param path as the plan writes it
   * @throws ReferenceException if it can't be read, or has two right values for one
   */
  static Map<String, String> read(Project project, GridOpener opener, String path)
      throws IOException {
    DatasetPlan shape =
        new DatasetPlan(
            "corrections",
            List.of(
                new IntakeColumn(new Column(WRONG, ColumnType.text()), List.of(), true),
                new IntakeColumn(
                    new Column(RIGHT, ColumnType.text()), List.of(), IntakeColumn.Need.HEADING)));
    Map<String, String> corrections = new LinkedHashMap<>();
    Set<String> twice = new LinkedHashSet<>();
    List<Finding> findings =
        new ReferenceFile(project, project.plan(), opener, plainFeed("corrections", path), shape)
            .read(
                List.of(WRONG, RIGHT),
                (block, from, to) -> {
                  for (int row = from; row < to; row++) {
                    String right = text(block.text(1), row);
                    String before = corrections.put(text(block.text(0), row), right);
                    if (before != null && !before.equals(right)) {
                      twice.add(text(block.text(0), row));
                    }
                  }
                });
    if (!twice.isEmpty()) {
      throw new ReferenceException(
          path + ": two right values for " + String.join(", ", twice) + "; nothing was brought in");
    }
    Optional<Finding> wrong = findings.stream().filter(Finding::isError).findFirst();
    if (wrong.isPresent()) {
      throw new ReferenceException(
          wrong.get().place() + ": " + wrong.get().message() + "; nothing was brought in");
    }
    return corrections;
  }

  private static String text(TextVector vector, int row) {
    return vector.isBlank(row) ? "" : vector.dictionary().text(vector.codes()[row]);
  }

  private static FeedPlan plainFeed(String name, String path) {
    return new FeedPlan(
        name,
        name,
        List.of(new NamePattern(path)),
        List.of(),
        SheetChoice.ANY,
        TableChoice.AUTO,
        PeriodChoice.OF_PATTERN,
        Dialect.TOLD_BY_CONTENT,
        ValueRules.STANDARD,
        Map.of(),
        Map.of(),
        ShapingRules.NONE,
        WhenGone.DROP,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }
}
