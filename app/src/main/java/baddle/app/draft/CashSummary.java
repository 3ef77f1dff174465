package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A summary of money that came in and went out: opening, in, out and closing by month, of each
 * account where every file is of one.
 *
 * @param in what came in, before it became rows
 * @param out what went out
 * @param balance what there was after each row; empty where no column has it
 * @param date when
 * @param direction the column that says which way
 * @param amount the column of amounts
 */
record CashSummary(
    DraftDataset dataset,
    DraftColumn in,
    DraftColumn out,
    Optional<DraftColumn> balance,
    DraftColumn date,
    String direction,
    String amount) {

  /** The summary as lines of a plan; what there was at first is asked for. */
  String lines(Questions questions) {
    StringBuilder doubts = new StringBuilder();
    String opening = opening("opening of " + dataset.name(), dataset.tables(), questions, doubts);
    return lines(doubts, "opening: " + opening);
  }

  /**
   * The same, account by account.
   *
   * @param column what names the account
   * @param accounts the account of each file
   */
  String lines(Questions questions, String column, Map<String, String> accounts) {
    StringBuilder doubts = new StringBuilder();
    Map<String, List<FoundTable>> tables = new TreeMap<>();
    for (FoundTable table : dataset.tables()) {
      tables
          .computeIfAbsent(accounts.getOrDefault(table.path(), ""), a -> new ArrayList<>())
          .add(table);
    }
    String openings =
        tables.entrySet().stream()
            .map(
                one ->
                    PlanText.quoted(one.getKey())
                        + ": "
                        + opening(
                            "opening of " + dataset.name() + ", " + one.getKey(),
                            one.getValue(),
                            questions,
                            doubts))
            .collect(Collectors.joining(", "));
    return lines(doubts, "account: " + column + ", opening: {" + openings + "}");
  }

  private String lines(StringBuilder doubts, String opening) {
    return "    across: ["
        + date.name()
        + " by month]\n"
        + doubts
        + "    roll_forward: {"
        + opening
        + ", in: "
        + PlanText.quoted(direction + " = 'in'")
        + ", out: "
        + PlanText.quoted(direction + " = 'out'")
        + ", amount: "
        + amount
        + balance.map(column -> ", balance: " + column.name()).orElse("")
        + "}\n";
  }

  /** What there was before the first row of some tables, as far as a balance shows it. */
  private String opening(
      String id, List<FoundTable> tables, Questions questions, StringBuilder doubts) {
    Optional<FoundTable> first =
        tables.stream().min(Comparator.comparing(table -> least(table, date)));
    BigDecimal opening = BigDecimal.ZERO;
    if (first.isPresent() && balance.isPresent()) {
      opening =
          number(first.get(), balance.get())
              .subtract(number(first.get(), in))
              .add(number(first.get(), out));
    }
    Question question =
        new Question(
            id,
            balance.isPresent()
                ? "the first balance, less what its row moved"
                : "nothing shows what there was before the first row",
            Question.Takes.NUMBER,
            List.of(),
            opening.toPlainString());
    String value = questions.choose(question);
    if (questions.isOpen(question)) {
      doubts.append("    # doubt: ").append(question.line()).append("; it is a guess\n");
    }
    return value;
  }

  private static String least(FoundTable table, DraftColumn date) {
    return table.table().columns().stream()
        .filter(column -> date.isSpelt(column.heading()))
        .map(column -> column.values().least())
        .findFirst()
        .orElse("");
  }

  private static BigDecimal number(FoundTable table, DraftColumn column) {
    return table.rows().first().entrySet().stream()
        .filter(one -> column.isSpelt(one.getKey()))
        .map(Map.Entry::getValue)
        .findFirst()
        .orElse(BigDecimal.ZERO);
  }
}
