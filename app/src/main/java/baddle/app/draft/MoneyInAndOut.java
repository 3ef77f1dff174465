package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.core.value.ColumnType;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Tells tables that have one column for money that came in and one for money that went out, of
 * which each row fills one: they become one amount with its direction.
 */
final class MoneyInAndOut {

  /** A kind of pair, and what its directions are called. */
  private record Words(Pattern in, Pattern out, String ofIn, String ofOut) {

    static Words of(String in, String out, String ofIn, String ofOut) {
      return new Words(Pattern.compile(in), Pattern.compile(out), ofIn, ofOut);
    }
  }

  private static final List<Words> KNOWN =
      List.of(
          Words.of("(money_|paid_|cash_)?in", "(money_|paid_|cash_)?out", "in", "out"),
          Words.of("receipts?|received|income", "payments?|paid|spent|expen[sd].*", "in", "out"),
          Words.of("deposits?|lodged", "withdrawals?|withdrawn", "in", "out"),
          Words.of("debits?|dr", "credits?|cr", "debit", "credit"));

  private MoneyInAndOut() {}

  /**
   * Puts a direction and an amount into the place of two such columns, if the values show that each
   * row has one of them.
   */
  static Optional<Turned> turn(DraftDataset dataset) {
    for (Words words : KNOWN) {
      Optional<DraftColumn> in = only(dataset, words.in());
      Optional<DraftColumn> out = only(dataset, words.out());
      if (in.isPresent()
          && out.isPresent()
          && areOneOrTheOther(in.get(), out.get(), dataset.tables())) {
        return Optional.of(turn(dataset, in.get(), out.get(), words));
      }
    }
    return Optional.empty();
  }

  private static Optional<DraftColumn> only(DraftDataset dataset, Pattern name) {
    List<DraftColumn> found =
        dataset.columns().stream()
            .filter(column -> name.matcher(column.name()).matches())
            .filter(column -> column.type().isNumber())
            .toList();
    return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
  }

  /** Rows of totals may have both. */
  private static boolean areOneOrTheOther(
      DraftColumn in, DraftColumn out, List<FoundTable> tables) {
    long totals = tables.stream().mapToLong(found -> found.table().totals().size()).sum();
    long filled = in.filled() + out.filled();
    boolean both = in.filled() > 0 && out.filled() > 0;
    return both && in.rows() == out.rows() && Math.abs(filled - in.rows()) <= totals;
  }

  private static Turned turn(DraftDataset dataset, DraftColumn in, DraftColumn out, Words words) {
    Optional<DraftColumn> balance =
        dataset.columns().stream()
            .filter(column -> column.name().equals("balance") && column.type().isNumber())
            .findFirst();
    int places = Math.max(in.type().places(), out.type().places());
    dataset.columns().remove(in);
    int at = dataset.columns().indexOf(out);
    dataset.columns().remove(out);
    String direction = dataset.freeName("direction");
    dataset.columns().add(at, DraftColumn.gathered(direction, ColumnType.Kind.TEXT, 0));
    String amount = dataset.freeName("amount");
    dataset.columns().add(at + 1, DraftColumn.gathered(amount, ColumnType.Kind.DECIMAL, places));
    StringBuilder headings = new StringBuilder();
    add(headings, in, words.ofIn());
    add(headings, out, words.ofOut());
    String setting =
        "{headings: {" + headings + "}, label: " + direction + ", value: " + amount + "}";
    Optional<DraftColumn> date =
        dataset.columns().stream().filter(column -> column.type().isCalendar()).findFirst();
    Optional<CashSummary> summary =
        date.filter(column -> words.ofIn().equals("in"))
            .map(day -> new CashSummary(dataset, in, out, balance, day, direction, amount));
    return new Turned(
        setting, amount, true, summary, measures(words, direction, amount), Optional.empty());
  }

  /** Each direction by itself, and what is left: added up they would be nothing anybody wants. */
  private static Map<String, String> measures(Words words, String direction, String amount) {
    Map<String, String> measures = new LinkedHashMap<>();
    String one = capital(words.ofIn());
    String other = capital(words.ofOut());
    String of = "sum(" + amount + ") filter (where " + direction + " = '%s')";
    measures.put(one, of.formatted(words.ofIn()));
    measures.put(other, of.formatted(words.ofOut()));
    measures.put("Net", "coalesce(" + one + ", 0) - coalesce(" + other + ", 0)");
    return measures;
  }

  private static String capital(String word) {
    return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
  }

  private static void add(StringBuilder headings, DraftColumn column, String direction) {
    for (String spelling : column.spellings()) {
      headings
          .append(headings.isEmpty() ? "" : ", ")
          .append(PlanText.quoted(spelling))
          .append(": ")
          .append(direction);
    }
  }
}
