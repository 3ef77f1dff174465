package baddle.app.draft;

import baddle.core.calendar.PeriodText;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Writes a draft as a plan with comments. */
final class PlanText {

  private static final Set<ColumnType.Kind> KINDS_OF_KEYS =
      Set.of(ColumnType.Kind.TEXT, ColumnType.Kind.INTEGER);

  private static final Set<String> WORDS_WITH_MEANING =
      Set.of("true", "false", "yes", "no", "on", "off", "null", "y", "n");

  /** Among fewer values a column without repetition says little. */
  private static final int LEAST_KEYS = 20;

  private final DraftParts parts;
  private final List<DraftFeed> feeds;
  private final StringBuilder text = new StringBuilder();

  /** Of the parts of a draft. */
  PlanText(DraftParts parts) {
    this.parts = parts;
    this.feeds = parts.feeds();
  }

  /** The plan. */
  String text() {
    line(
        "# A plan that `baddle draft` proposed from the files there were. "
            + (leavesMonthsOut() ? "Only `except` names a month." : "It names no month."));
    line("# Look at each doubt, then put new files into the folders and run `baddle consolidate`.");
    line("baddle: 1");
    parts
        .fiscalYearStarts()
        .ifPresent(
            month -> {
              line("");
              line("calendar: {fiscal_year_starts: " + month + "}");
            });
    line("");
    line("datasets:");
    parts.datasets().forEach(this::dataset);
    line("");
    line("feeds:");
    feeds.forEach(this::feed);
    lookups();
    checks();
    line("");
    line("summaries:");
    DraftSummaries summaries = new DraftSummaries(parts.datasets(), feeds);
    text.append(summaries.text());
    line("");
    line("reports:");
    line("  overview.xlsx: {summaries: [" + String.join(", ", summaries.names()) + "]}");
    comments("doubt", parts.doubts());
    comments("left alone", parts.leftAlone());
    comments("decided", parts.decided());
    return text.toString();
  }

  private boolean leavesMonthsOut() {
    PeriodText periods = PeriodText.english();
    return feeds.stream()
        .flatMap(feed -> feed.except().stream())
        .anyMatch(pattern -> periods.find(pattern).isPresent());
  }

  private void comments(String what, List<String> lines) {
    if (!lines.isEmpty()) {
      line("");
      lines.forEach(one -> line("# " + what + ": " + one));
    }
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  private void dataset(DraftDataset dataset) {
    line("  " + dataset.name() + ":");
    List<String> keys =
        dataset.columns().stream()
            .filter(DraftColumn::isUnique)
            .filter(column -> KINDS_OF_KEYS.contains(column.type().kind()))
            .filter(column -> column.values().size() >= LEAST_KEYS)
            .map(DraftColumn::name)
            .toList();
    dataset.date().ifPresent(date -> line("    dated_by: " + date.name()));
    keys.forEach(key -> line("    # no value of " + key + " appears twice: it may be a key"));
    if (!dataset.latest().isEmpty()) {
      line("    key: [" + String.join(", ", dataset.latest()) + "]");
      line("    on_duplicate: keep latest");
    }
    dataset.evidence().stream().distinct().forEach(one -> line("    # because: " + one));
    line("    columns:");
    Optional<DraftColumn> required = dataset.date();
    for (DraftColumn column : dataset.columns()) {
      dataset.computed().stream()
          .filter(one -> one.result().equals(column))
          .forEach(
              one -> line("      # because: it is " + one.words() + " in every row looked at"));
      if (column.isConstant()) {
        line(
            "      # because: it is "
                + quoted(column.values().iterator().next())
                + " in every row");
      }
      column.doubts().forEach(doubt -> line("      # doubt: " + doubt));
      line("      " + column.name() + ": " + column(column, required));
    }
  }

  private static String column(DraftColumn column, Optional<DraftColumn> required) {
    ColumnType type = column.type();
    StringBuilder text = new StringBuilder("{type: ").append(type.kind().word());
    if (type.kind() == ColumnType.Kind.DECIMAL) {
      text.append(", places: ").append(type.places());
    }
    if (!column.lookup().isEmpty()) {
      return text.append(", lookup: ").append(column.lookup()).append('}').toString();
    }
    List<String> spellings = column.otherSpellings();
    if (!spellings.isEmpty()) {
      text.append(", headings: [");
      text.append(all(spellings));
      text.append(']');
    }
    return text.append(required.filter(column::equals).isPresent() ? ", required: true}" : "}")
        .toString();
  }

  /** A text as YAML writes it, in quotes where it could mean something else. */
  static String quoted(String text) {
    boolean plain =
        text.matches("\\p{L}[\\p{L}\\p{N}_ -]*")
            && text.equals(text.strip())
            && !WORDS_WITH_MEANING.contains(text.toLowerCase(Locale.ROOT));
    if (plain) {
      return text;
    }
    StringBuilder quoted = new StringBuilder("\"");
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '"' || c == '\\') {
        quoted.append('\\').append(c);
      } else if (c < ' ') {
        quoted.append(String.format(Locale.ROOT, "\\x%02x", (int) c));
      } else {
        quoted.append(c);
      }
    }
    return quoted.append('"').toString();
  }

  private void feed(DraftFeed feed) {
    line("  " + feed.name() + ":");
    line("    files: " + quoted(feed.files()));
    if (!feed.except().isEmpty()) {
      line("    except: [" + all(feed.except()) + "]");
    }
    line("    into: " + feed.dataset());
    feed.writing().forEach(setting -> line("    " + setting));
    feed.sheets().ifPresent(sheets -> line("    sheets: " + quoted(sheets)));
    feed.turned().ifPresent(turned -> line("    headings_to_rows: " + turned.setting()));
    if (feed.heads().size() == 1) {
      line("    carry_down: [" + feed.heads().get(0) + "]");
    } else if (!feed.heads().isEmpty()) {
      String columns = String.join(", ", feed.heads());
      line("    carry_down: {columns: [" + columns + "], block: " + feed.heads().get(0) + "}");
    }
    if (!feed.rules().isEmpty()) {
      line("    leave_out:");
    }
    for (TotalRule rule : feed.rules()) {
      line("      # such as \"" + rule.example() + "\"");
      List<String> sums = sums(rule, feed);
      line(
          "      - {when: "
              + quoted(rule.when())
              + ", because: "
              + rule.because()
              + (sums.isEmpty() ? "" : ", control_total: [" + String.join(", ", sums) + "]")
              + (sums.isEmpty() || rule.goOn().isEmpty()
                  ? ""
                  : ", ends: [" + ending(rule, feed) + "]")
              + "}");
    }
    if (!feed.cells().isEmpty()) {
      List<String> cells = new ArrayList<>();
      for (Map.Entry<String, String> cell : feed.cells().entrySet()) {
        cells.add(cell.getKey() + ": " + cell.getValue());
      }
      line("    cells: {" + String.join(", ", cells) + "}");
    }
    feed.expect().ifPresent(expect -> line("    expect: " + expect));
  }

  private static String ending(TotalRule rule, DraftFeed feed) {
    return String.join(
        ", ", feed.heads().stream().filter(head -> !rule.goOn().contains(head)).toList());
  }

  /** What totals are compared with: where columns become rows, what the rows add up to. */
  private static List<String> sums(TotalRule rule, DraftFeed feed) {
    if (feed.turned().isEmpty()) {
      return rule.sums();
    }
    return feed.turned().get().controlled() ? List.of(feed.turned().get().value()) : List.of();
  }

  private void lookups() {
    List<DraftLookup> lookups = parts.lookups();
    if (lookups.isEmpty()) {
      return;
    }
    line("");
    line("lookups:");
    for (DraftLookup lookup : lookups) {
      line("  " + lookup.name() + ":");
      line("    file: " + quoted(lookup.file()));
      if (!lookup.heads().isEmpty()) {
        line("    carry_down: [" + all(lookup.heads()) + "]");
      }
      lookup.sheet().ifPresent(sheet -> line("    sheets: " + quoted(sheet)));
      line("    match: {" + lookup.column().name() + ": " + quoted(lookup.key()) + "}");
      if (!lookup.ignoring().setting().isEmpty()) {
        line("    ignoring: [" + lookup.ignoring().setting() + "]");
      }
      lookup.valid().ifPresent(valid -> line("    valid: " + valid));
      List<String> brings = new ArrayList<>();
      lookup.brings().forEach((column, heading) -> brings.add(column + ": " + quoted(heading)));
      line("    bring: {" + String.join(", ", brings) + "}");
    }
  }

  /** Findings that what is proposed would make, and that mean nothing then. */
  private void checks() {
    List<String> accepted = new ArrayList<>();
    for (DraftDataset dataset : parts.datasets()) {
      for (DraftFeed feed : feeds) {
        if (feed.dataset().equals(dataset.name()) && !dataset.latest().isEmpty()) {
          if (dataset.date().isPresent()) {
            accepted.add(accepted("dates-outside", feed, "each file repeats the months before"));
          }
          if (dataset.isLatestOfMany()) {
            accepted.add(accepted("duplicate-in-source", feed, "several rows are of one day"));
          }
        }
      }
    }
    if (!accepted.isEmpty()) {
      line("");
      line("checks:");
      accepted.forEach(this::line);
    }
  }

  private static String accepted(String finding, DraftFeed feed, String because) {
    return "  - {finding: "
        + finding
        + ", at: "
        + quoted(feed.files())
        + ", count_as: accepted, because: "
        + because
        + "}";
  }

  private static String all(List<String> texts) {
    return String.join(", ", texts.stream().map(PlanText::quoted).toList());
  }
}
