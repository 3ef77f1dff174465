package baddle.bench.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Folders drawn by hand as senders make them: right from the draft alone. */
class DrawnFolderTests {

  /** A sheet of lines, cells set off by bars: dates, numbers and texts as they look. */
  private static Sheet sheet(String name, String text) {
    Sheet sheet = new Sheet(name);
    for (String line : text.split("\n")) {
      List<Object> cells = new ArrayList<>();
      for (String cell : line.split("\\|", -1)) {
        String plain = cell.strip();
        cells.add(
            plain.matches("\\d{4}-\\d\\d-\\d\\d")
                ? LocalDate.parse(plain)
                : plain.matches("-?\\d+(\\.\\d+)?") ? new BigDecimal(plain) : plain);
      }
      sheet.row(cells);
    }
    return sheet;
  }

  private static void rows(Truth truth, String text) {
    for (String line : text.split("\n")) {
      List<Object> values = new ArrayList<>();
      for (String cell : line.split("\\|", -1)) {
        values.add(Truth.number(cell.strip()));
      }
      truth.add(values.toArray());
    }
  }

  private static void isRight(Folder folder) throws Exception {
    Score score = Drafts.score(facts -> folder, 1, Optional.empty());

    assertThat(score.whole()).as(score.toString()).isTrue();
    assertThat(score.total()).isTrue();
    assertThat(score.ties()).isTrue();
    assertThat(score.others()).isZero();
  }

  @Test
  void a_cash_book_of_a_stall() throws Exception {
    Truth truth = Truth.of("amount", "date", "date", "details", "direction", "amount");
    rows(
        truth,
        """
        2026-01-02|Plants sold|in|182.40
        2026-01-02|Fuel for the van|out|35.00
        2026-01-05|Plants sold|in|96.10
        2026-01-09|Change for the till|out|50.00
        2026-01-16|Plants sold|in|210.00
        2026-01-30|Pitch for February|out|120.00
        2026-02-06|Plants sold|in|155.55
        2026-02-07|Labels|out|12.99
        2026-02-13|Plants sold|in|301.20
        2026-02-27|Pitch for March|out|120.00
        2026-02-28|Old pots sold|in|15.00""");
    Sheet january =
        sheet(
            "January 2026",
            """
            Fernhollow Nurseries: market stall
            Cash book

            Date|Details|Receipts|Payments|Balance
            2026-01-01|Balance brought forward|||75.00
            2026-01-02|Plants sold|182.40||257.40
            2026-01-02|Fuel for the van||35.00|222.40
            2026-01-05|Plants sold|96.10||318.50
            2026-01-09|Change for the till||50.00|268.50
            2026-01-16|Plants sold|210.00||478.50
            2026-01-30|Pitch for February||120.00|358.50
            |Total|488.50|205.00|""");
    Sheet february =
        sheet(
            "February 2026",
            """
            Fernhollow Nurseries: market stall
            Cash book

            Date|Details|Receipts|Payments|Balance
            2026-02-01|Balance brought forward|||358.50
            2026-02-06|Plants sold|155.55||514.05
            2026-02-07|Labels||12.99|501.06
            2026-02-13|Plants sold|301.20||802.26
            2026-02-27|Pitch for March||120.00|682.26
            2026-02-28|Old pots sold|15.00||697.26
            |Total|471.75|132.99|""");

    isRight(
        new Folder(truth).stating(2).add(SourceFile.of("stall/Cash 2026.xlsx", january, february)));
  }

  @Test
  void an_invoice_register_with_documents() throws Exception {
    Truth truth =
        Truth.of("net", "date", "invoice", "date", "customer", "ref", "item", "qty", "net");
    rows(
        truth,
        """
        F-1001|2026-03-02|Hollis Gardens|PO 7731|Box hedge|40|220.00
        F-1001|2026-03-02|Hollis Gardens|PO 7731|Bark|12|54.00
        F-1002|2026-03-04|Petal Row||Bulbs|200|90.00
        F-1003|2026-03-11|Old Kiln Inn|by phone|Pots|6|81.00
        F-1003|2026-03-11|Old Kiln Inn|by phone|Herbs|24|48.00
        F-1003|2026-03-11|Old Kiln Inn|by phone|Delivery|1|15.00
        F-1004|2026-03-18|Hollis Gardens||Box hedge|10|55.00
        F-1004|2026-03-18|Hollis Gardens||Roses|5|72.50""");
    Sheet register =
        sheet(
            "Register",
            """
            Invoice register
            March 2026

            Invoice|Date|Customer|Their ref.|Item|Qty|Net
            F-1001|2026-03-02|Hollis Gardens|PO 7731|Box hedge|40|220.00
            ||||Bark|12|54.00
            ||||Invoice total|52|274.00
            F-1002|2026-03-04|Petal Row||Bulbs|200|90.00
            ||||Invoice total|200|90.00
            F-1003|2026-03-11|Old Kiln Inn|by phone|Pots|6|81.00
            ||||Herbs|24|48.00
            ||||Delivery|1|15.00
            ||||Invoice total|31|144.00
            F-1004|2026-03-18|Hollis Gardens||Box hedge|10|55.00
            ||||Roses|5|72.50
            ||||Invoice total|15|127.50
            ||||Grand total|298|635.50""");

    isRight(
        new Folder(truth).stating(5).add(SourceFile.of("sales/Register 2026-03.xlsx", register)));
  }

  @Test
  void forms_of_branches() throws Exception {
    Truth truth = Truth.of("wages", "", "branch", "staff", "visitors", "wages");
    rows(
        truth,
        """
        Dunmere|7|1840|9120.50
        Foxholt|5|1210|6480.00
        Copse End|5|990|6300.25
        Alder Mill|9|2310|11950.75""");
    Folder folder = new Folder(truth);
    for (List<String> row : truth.rows()) {
      String text =
          """
          Fernhollow Nurseries|
          Return of the branch|

          Branch:|%s
          Month:|March 2026

          People on the payroll|%s
          Visitors (counter at the gate)|%s
          Wages, gross|%s

          Checked by|
          """;
      folder.add(
          SourceFile.of(
              "returns/" + row.get(0) + ".xlsx",
              sheet("Form", text.formatted(row.get(0), row.get(1), row.get(2), row.get(3)))));
    }

    isRight(folder);
  }

  @Test
  void a_survey_by_mail() throws Exception {
    Truth truth = Truth.of("rating", "", "question", "rating", "remark", "sender");
    Folder folder = new Folder(truth);
    String[] senders = {"ann@dunmere.example", "bo@foxholt.example", "cy@copseend.example"};
    for (int i = 0; i < senders.length; i++) {
      String answers =
          "Question,Rating,Remark\nPaths,%d,\nSigns,%d,too small\nHelp,%d,\n"
              .formatted(3 + i % 2, 2 + i, 5);
      truth.add("Paths", 3 + i % 2, "", senders[i]);
      truth.add("Signs", 2 + i, "too small", senders[i]);
      truth.add("Help", 5, "", senders[i]);
      String mail =
          """
          From: %s
          To: office@fernhollow.example
          Date: Mon, %d Mar 2026 09:00:00 +0000
          Subject: survey
          MIME-Version: 1.0
          Content-Type: multipart/mixed; boundary=b

          --b
          Content-Type: text/plain

          Here it is.
          --b
          Content-Type: text/csv
          Content-Disposition: attachment; filename=answers.csv

          %s
          --b--
          """;
      folder.add(
          SourceFile.of(
              "survey/answer " + (char) ('a' + i) + ".eml",
              new Sheet("").row(mail.formatted(senders[i], 2 + i * 7, answers))));
    }

    isRight(folder);
  }

  @Test
  void a_price_list_with_dates() throws Exception {
    Truth truth = Truth.of("amount", "date", "date", "plant", "amount", "price").bringing("price");
    rows(
        truth,
        """
        2026-03-28|BOX-40|5.50|5.50
        2026-03-29|ROSE|14.50|14.50
        2026-03-30|BOX-40|11.00|5.50
        2026-03-31|FERN|3.20|3.20
        2026-04-01|BOX-40|6.00|6.00
        2026-04-02|ROSE|14.50|14.50
        2026-04-02|FERN|6.90|3.45
        2026-04-03|BOX-40|12.00|6.00""");
    Sheet march =
        sheet(
            "",
            """
            Date|Plant|Amount
            2026-03-28|BOX-40|5.50
            2026-03-29|ROSE|14.50
            2026-03-30|BOX-40|11.00
            2026-03-31|FERN|3.20""");
    Sheet april =
        sheet(
            "",
            """
            Date|Plant|Amount
            2026-04-01|BOX-40|6.00
            2026-04-02|ROSE|14.50
            2026-04-02|FERN|6.90
            2026-04-03|BOX-40|12.00""");
    Sheet prices =
        sheet(
            "Prices",
            """
            Fernhollow Nurseries
            Price list

            Plant|From|To|Price
            BOX-40|2025-04-01|2026-03-31|5.50
            BOX-40|2026-04-01||6.00
            ROSE|2025-04-01||14.50
            FERN|2025-04-01|2026-03-31|3.20
            FERN|2026-04-01||3.45""");

    isRight(
        new Folder(truth)
            .add(SourceFile.of("sales/2026-03.csv", march))
            .add(SourceFile.of("sales/2026-04.csv", april))
            .add(SourceFile.of("sales/Price list.xlsx", prices)));
  }
}
