package baddle.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A sheet that nobody reads: is it the feed's, and how much is on it. */
class SheetAuditTests {

  private static final IntakeSpec SPEC =
      new IntakeSpec(
          List.of(
              new IntakeColumn(new Column("site", ColumnType.text()), List.of(), true),
              new IntakeColumn(new Column("amount", ColumnType.decimal(2)), List.of(), true)),
          Map.of());

  private static SheetAudit audit(String... lines) throws IOException {
    SheetAudit audit = new SheetAudit(SPEC, false, false, List.of());
    new TextSheet(false, List.of(lines)).read(audit);
    return audit;
  }

  @Test
  void a_sheet_with_the_feed_s_headings_is_reported_with_its_sums() throws IOException {
    SheetAudit audit =
        audit("Site|Amount|Price", "Elm|1.50|7", "Oak|2.25|8", "Ash|0.25|9", "Total|4.00|");

    List<Finding> findings = audit.findings(Place.source("a.xlsx", "New"), "not named", "New");

    assertThat(findings).hasSize(1);
    assertThat(findings.get(0).message())
        .isEqualTo(
            "not named, but row 1 has the feed's headings; 4 rows below it aren't read: Amount 4.00");
    assertThat(findings.get(0).amount()).contains(new BigDecimal("4.00"));
  }

  @Test
  void a_sheet_without_them_is_reported_by_its_numbers() throws IOException {
    SheetAudit audit = audit("Staff|Hours", "Ann|7.50", "Bob|8");

    assertThat(audit.hasHeadings()).isFalse();
    assertThat(audit.findings(Place.source("a.xlsx", "Staff"), "not named", "Staff"))
        .extracting(Finding::message)
        .containsExactly("2 numbers of this sheet aren't read (B2:B3); they add up to 15.50");
  }

  @Test
  void only_for_headings_it_stops_where_none_are_near_the_top() throws IOException {
    String[] lines =
        Stream.concat(
                IntStream.range(0, 5_000).mapToObj(i -> "x" + i + "|" + i),
                Stream.of("Site|Amount", "Elm|1"))
            .toArray(String[]::new);
    SheetAudit audit = new SheetAudit(SPEC, false, false, List.of()).onlyForHeadings();

    new TextSheet(false, List.of(lines)).read(audit);

    assertThat(audit.wantsMore()).isFalse();
    assertThat(audit.rowsBelowHeadings()).isZero();
  }
}
