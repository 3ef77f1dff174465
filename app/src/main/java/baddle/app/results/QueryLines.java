package baddle.app.results;

import baddle.app.Project;
import baddle.app.reading.ParameterList;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.database.DatabaseException;
import baddle.database.QueryText;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import baddle.plan.PeriodSpan;
import baddle.plan.QueryPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** The times that a query is asked: once for each line of a list, and for each period. */
public final class QueryLines {

  /** The period's first day, as a value. */
  private static final String START = "period_start";

  /** Its last day. */
  private static final String END = "period_end";

  /** The day after that. */
  private static final String AFTER = "period_after";

  private final Map<String, String> parameters;
  private final PeriodText periods;

  /**
   * Of queries of a project.
   *
   * @param project its plan's parameters are values too
   */
  public QueryLines(Project project) {
    this.parameters = project.plan().parameters().values();
    this.periods = project.plan().periods();
  }

  /**
   * Those of a feed.
   *
   * @param today what the last period may depend on
   * @throws IOException if its list can't be read, or is empty
   */
  public List<QueryLine> of(Project project, FeedPlan feed, LocalDate today) throws IOException {
    QueryPlan query = feed.query().orElseThrow();
    List<Map<String, String>> listed = List.of(Map.of());
    if (query.list().isPresent()) {
      listed = listed(project.folder().resolve(query.list().get()), query.list().get());
    }
    String path = query.database().name() + "/" + feed.name();
    return lines(path, listed, query.periods(), today, told(project, feed)::contains);
  }

  /**
   * The names of values by which the lines of a feed differ: what is asked or kept depends on them.
   */
  private static Set<String> told(Project project, FeedPlan feed) throws IOException {
    QueryPlan query = feed.query().orElseThrow();
    Set<String> names = new HashSet<>(Statements.of(project, query).names());
    query.unchangedWhile().ifPresent(text -> names.addAll(QueryText.of(text).names()));
    DatasetPlan dataset = project.plan().datasets().get(feed.dataset());
    if (dataset != null) {
      names.addAll(dataset.schema().names());
    }
    names.add(NamePattern.PERIOD);
    return names;
  }

  /** The lines of a list, each with its values; the same line twice is refused. */
  public static List<Map<String, String>> listed(Path file, String shown) throws IOException {
    if (!Files.isRegularFile(file)) {
      throw new IOException("there is no file " + shown);
    }
    List<Map<String, String>> lines = new ArrayList<>();
    Set<Map<String, String>> seen = new LinkedHashSet<>();
    for (ParameterList.Line line : ParameterList.read(file)) {
      if (!seen.add(line.values())) {
        throw new IOException(
            shown + ", row " + line.row() + ": the same line is there twice; leave one out");
      }
      lines.add(line.values());
    }
    if (lines.isEmpty()) {
      throw new IOException(shown + " has no line below its headings");
    }
    return lines;
  }

  /** Each listed line in each period. */
  public List<QueryLine> lines(
      String path, List<Map<String, String>> listed, Optional<PeriodSpan> span, LocalDate today)
      throws IOException {
    return lines(path, listed, span, today, name -> true);
  }

  private List<QueryLine> lines(
      String path,
      List<Map<String, String>> listed,
      Optional<PeriodSpan> span,
      LocalDate today,
      Predicate<String> tells)
      throws IOException {
    List<Optional<Period>> wanted =
        span.isEmpty()
            ? List.of(Optional.empty())
            : span.get().on(today).stream().map(Optional::of).toList();
    if (wanted.isEmpty()) {
      throw new DatabaseException(
          DatabaseException.Kind.STATEMENT, "periods: has none yet; from: is after to:");
    }
    List<QueryLine> lines = new ArrayList<>();
    Set<String> paths = new LinkedHashSet<>();
    for (Map<String, String> line : listed) {
      for (Optional<Period> period : wanted) {
        QueryLine one = line(path, line, period, tells);
        if (!paths.add(one.path())) {
          throw new IOException("two lines of the list have the values of " + one.path());
        }
        lines.add(one);
      }
    }
    return lines;
  }

  private QueryLine line(
      String path, Map<String, String> line, Optional<Period> ofSpan, Predicate<String> tells) {
    Map<String, String> stated = new LinkedHashMap<>(line);
    ofSpan.ifPresent(period -> stated.put(NamePattern.PERIOD, period.toString()));
    Map<String, String> values = new LinkedHashMap<>(parameters);
    values.putAll(stated);
    stated.keySet().removeIf(name -> !tells.test(name));
    Optional<Period> period =
        Optional.ofNullable(values.get(NamePattern.PERIOD)).flatMap(periods::parse);
    period.ifPresent(
        one -> {
          values.put(START, one.start().toString());
          values.put(END, one.end().minusDays(1).toString());
          values.put(AFTER, one.end().toString());
        });
    String shown =
        stated.entrySet().stream()
            .map(value -> value.getKey() + "=" + plain(value.getValue()))
            .collect(Collectors.joining(","));
    return new QueryLine(path + (shown.isEmpty() ? "" : "/" + shown), stated, values, period);
  }

  /** A value as a part of a path, in which some characters part other things. */
  private static String plain(String value) {
    StringBuilder plain = new StringBuilder();
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      boolean parts = c == '/' || c == '\\' || c == ':' || c == ',' || c == '%' || c < ' ';
      plain.append(parts ? "%%%02X".formatted((int) c) : String.valueOf(c));
    }
    return plain.toString();
  }
}
