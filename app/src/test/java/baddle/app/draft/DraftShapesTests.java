package baddle.app.draft;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.summarize.Summarizer;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.plan.output.SummaryPlan;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What is drafted from folders of well-known shapes, whole: each begins with its files, and the
 * plan follows. Whatever the shape, the plan can be followed and every row is accounted for.
 */
class DraftShapesTests {

  private static final String HEAD =
      """
      # A plan that `baddle draft` proposed from the files there were. It names no month.
      # Look at each doubt, then put new files into the folders and run `baddle consolidate`.
      baddle: 1

      """;

  @TempDir private Path folder;

  /** Lays files out, each below a line with its path. */
  private void layOut(ProjectFolder project, String files) throws Exception {
    for (String file : files.split("(?m)^== ")) {
      if (!file.isBlank()) {
        int end = file.indexOf('\n');
        project.write(file.substring(0, end), file.substring(end + 1));
      }
    }
  }

  private void drafts(String files, String plan) throws Exception {
    drafts(files, HEAD, plan);
  }

  private void drafts(String files, String head, String plan) throws Exception {
    ProjectFolder project = new ProjectFolder(folder, "");
    layOut(project, files);

    Draft draft = PlanDrafter.of(folder, folder.resolve("in"), 2).draft(Map.of());

    assertThat(draft.text()).isEqualTo(head + plan);
    project.write("baddle.yaml", draft.text());
    ConsolidateResult result = project.consolidate();
    assertThat(result.rows().addUp()).isTrue();
    boolean undecided = plan.contains("can't be told");
    assertThat(result.rows().held() > 0).isEqualTo(undecided);
    assertThat(result.hasErrors()).as("%s", result.findings()).isEqualTo(undecided);
    Project now = project.project();
    List<SummaryPlan> summaries = List.copyOf(now.plan().summaries().values());
    assertThat(Summarizer.figures(now, summaries).crosstabs()).hasSameSizeAs(summaries);
  }

  @Test
  void months_across() throws Exception {
    drafts(
        """
        == in/budget.csv
        Site,Kind,Jan 2026,Feb 2026,Mar 2026
        Foxholt,Trees,100.00,110.00,120.00
        Foxholt,Roses,50.00,55.00,60.00
        Dunmere,Trees,80.00,85.00,90.00
        == in/budget 2.csv
        Site,Kind,Apr 2026,May 2026,Jun 2026
        Foxholt,Trees,101.00,111.00,121.00
        Dunmere,Trees,81.00,86.00,91.00
        Dunmere,Roses,31.00,36.00,41.00
        """,
        """
        datasets:
          rows:
            columns:
              site: {type: text}
              kind: {type: text}
              month: {type: date}
              amount: {type: decimal, places: 2}

        feeds:
          rows:
            files: "in/*.csv"
            into: rows
            headings_to_rows: {headings: "{period}", label: month, value: amount}

        summaries:
          rows:
            of: rows
            down: [site]
            across: [month by month]
            measures:
              Amount: sum(amount)
          rows-by-kind:
            of: rows
            down: [kind]
            measures:
              Amount: sum(amount)
              Rows: count(*)

        reports:
          overview.xlsx: {summaries: [rows, rows-by-kind]}
        """);
  }

  @Test
  void days_across() throws Exception {
    drafts(
        """
        == in/week 2026-11-02.csv
        Site,2026-11-02,2026-11-03,2026-11-04
        Foxholt,1.50,2,3
        Dunmere,4,5.50,6
        == in/week 2026-11-09.csv
        Site,2026-11-09,2026-11-10,2026-11-11
        Foxholt,1.50,2,3
        Dunmere,4,5.50,7
        """,
        """
        datasets:
          week:
            columns:
              site: {type: text}
              month: {type: date}
              amount: {type: decimal, places: 2}

        feeds:
          week:
            files: "in/week {period}.csv"
            into: week
            headings_to_rows: {headings: "{period}", label: month, value: amount}

        summaries:
          week:
            of: week
            down: [site]
            across: [month by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [week]}
        """);
  }

  /** Sheets with labels above and beside their values, whose headings differ. */
  @Test
  void a_table_is_no_form() throws Exception {
    List<List<String>> staff =
        List.of(List.of("Ann", "Bob", "Cy"), List.of("Ann", "Dee", "Fay"), List.of("Eve", "Gil"));
    for (int month = 1; month <= staff.size(); month++) {
      Path file = folder.resolve("in/Payroll 2026-0" + month + ".xlsx");
      Files.createDirectories(folder.resolve("in"));
      try (OutputStream out = Files.newOutputStream(file);
          XlsxWriter writer = new XlsxWriter(out, "Pay")) {
        List<String> names = staff.get(month - 1);
        List<String> labels = List.of("Item", "Basic pay", "Overtime", "Tax");
        for (int row = 0; row < labels.size(); row++) {
          writer.text(row, 0, labels.get(row), CellStyle.PLAIN);
          for (int i = 0; i < names.size(); i++) {
            BigDecimal amount = new BigDecimal(100 * row + 10 * i + month + ".5");
            if (row == 0) {
              writer.text(0, i + 1, names.get(i), CellStyle.PLAIN);
            } else {
              writer.number(row, i + 1, amount, amount.toString(), CellStyle.PLAIN);
            }
          }
        }
      }
    }

    Draft draft = PlanDrafter.of(folder, folder.resolve("in"), 2).draft(Map.of());

    assertThat(draft.text()).contains("Payroll {period}.xlsx").doesNotContain("cells:");
  }

  @Test
  void money_in_and_out() throws Exception {
    drafts(
        """
        == in/cash Foxholt.csv
        Date,Text,Received,Paid,Balance
        2026-01-05,Till,120.00,,620.00
        2026-01-06,Stamps,,12.40,607.60
        2026-01-07,Till,80.00,,687.60
        2026-01-08,Pots,,50.00,637.60
        == in/cash Dunmere.csv
        Date,Text,Received,Paid,Balance
        2026-01-05,Till,20.00,,220.00
        2026-01-06,Soil,,15.00,205.00
        2026-01-09,Till,70.00,,275.00
        2026-01-10,Twine,,3.00,272.00
        """,
        """
        datasets:
          cash:
            dated_by: date
            columns:
              name: {type: text}
              date: {type: date, required: true}
              text: {type: text}
              direction: {type: text}
              amount: {type: decimal, places: 2}
              balance: {type: decimal, places: 2}

        feeds:
          cash:
            files: "in/cash {name}.csv"
            into: cash
            headings_to_rows: {headings: {Received: in, Paid: out}, label: direction, value: amount}

        summaries:
          cash:
            of: cash
            across: [date by month]
            # doubt: opening of cash, Dunmere: the first balance, less what its row moved; it is a guess
            # doubt: opening of cash, Foxholt: the first balance, less what its row moved; it is a guess
            roll_forward: {account: name, opening: {Dunmere: 200.00, Foxholt: 500.00}, in: "direction = 'in'", out: "direction = 'out'", amount: amount, balance: balance}

        reports:
          overview.xlsx: {summaries: [cash]}

        # doubt: {name} in in/cash {name}.csv: the files differ by a part of their names, such as Dunmere, Foxholt; what is it called?
        """);
  }

  @Test
  void year_to_date() throws Exception {
    drafts(
        """
        == in/sales 2026-01.csv
        Doc,Day,Code,Amount
        D1,2026-01-05,A,10.00
        D2,2026-01-09,B,20.00
        D3,2026-01-12,A,5.00
        D4,2026-01-20,C,7.00
        == in/sales 2026-02.csv
        Doc,Day,Code,Amount
        D1,2026-01-05,A,10.00
        D2,2026-01-09,B,20.00
        D3,2026-01-12,A,5.00
        D4,2026-01-20,C,7.00
        D5,2026-02-02,A,11.00
        D6,2026-02-08,C,21.00
        == in/sales 2026-03.csv
        Doc,Day,Code,Amount
        D1,2026-01-05,A,10.00
        D2,2026-01-09,B,20.00
        D3,2026-01-12,A,5.00
        D4,2026-01-20,C,7.00
        D5,2026-02-02,A,11.00
        D6,2026-02-08,C,21.00
        D7,2026-03-03,B,31.00
        """,
        """
        datasets:
          sales:
            dated_by: day
            key: [doc]
            on_duplicate: keep latest
            columns:
              doc: {type: text}
              day: {type: date, required: true}
              code: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          sales:
            files: "in/sales {period}.csv"
            into: sales
            expect: {every: month}

        checks:
          - {finding: dates-outside, at: "in/sales {period}.csv", count_as: accepted, because: each file repeats the months before}

        summaries:
          sales:
            of: sales
            down: [day by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [sales]}

        # doubt: in/sales 2026-02.csv and in/sales 2026-03.csv: 6 of 6 rows of the one are in the other too; both are read
        # doubt: repeated rows in in: 2 of 2 files hold nearly all rows of the file before, and more; only those of the latest are proposed to count
        """);
  }

  @Test
  void totals_and_gaps() throws Exception {
    drafts(
        """
        == in/orders 2026-01.csv
        Order,Customer,Item,Qty,Amount
        O1,Copse End,Oak,2,20.00
        ,,Elm,1,9.00
        ,Order total,,,29.00
        O2,Garth Lane,Ash,3,30.00
        ,,Fir,1,8.50
        ,Order total,,,38.50
        ,Grand total,,,67.50
        == in/orders 2026-02.csv
        Order,Customer,Item,Qty,Amount
        O3,Copse End,Oak,1,10.00
        ,,Yew,2,44.00
        ,Order total,,,54.00
        O4,Dunmere,Elm,2,18.00
        ,,Fir,4,34.00
        ,Order total,,,52.00
        ,Grand total,,,106.00
        """,
        """
        datasets:
          orders:
            # because: order, customer are filled on the first row of a block only, in in/orders 2026-01.csv and others: they are carried down
            columns:
              order: {type: text}
              customer: {type: text}
              item: {type: text}
              qty: {type: integer}
              amount: {type: decimal, places: 2}

        feeds:
          orders:
            files: "in/orders {period}.csv"
            into: orders
            carry_down: {columns: [order, customer], block: order}
            leave_out:
              # such as "Grand total"
              - {when: "lower(customer) like_regex '^totals?:?$|^grand[ -]?totals?' and item is null", because: total row, control_total: [amount]}
              # such as "Order total"
              - {when: "lower(customer) like_regex '^sub[ -]?total|^totals? (for|of)\\\\b|. totals?:?$' and item is null", because: subtotal row, control_total: [amount]}

        summaries:
          orders:
            of: orders
            down: [customer]
            measures:
              Amount: sum(amount)
          orders-by-item:
            of: orders
            down: [item]
            measures:
              Amount: sum(amount)
              Qty: sum(qty)
              Rows: count(*)

        reports:
          overview.xlsx: {summaries: [orders, orders-by-item]}
        """);
  }

  @Test
  void mapping() throws Exception {
    drafts(
        """
        == in/tills 2026-01.csv
        Day,Code,Qty,Amount
        2026-01-05,K1,2,20.00
        2026-01-06,K2,1,9.00
        2026-01-13,K3,1,4.00
        2026-01-14,K1,3,30.00
        2026-01-15,K2,3,27.00
        == in/tills 2026-02.csv
        Day,Code,Qty,Amount
        2026-02-05,K1,2,20.00
        2026-02-06,K4,1,7.00
        2026-02-13,K3,1,4.00
        2026-02-14,K2,3,27.00
        2026-02-15,K1,3,30.00
        == in/ranges.csv
        Code,Range,Buyer
        K1,Trees,Alder
        K2,Roses,Birch
        K3,,Alder
        K4,Shrubs,Birch
        K5,Seeds,Alder
        """,
        """
        datasets:
          tills:
            dated_by: day
            columns:
              day: {type: date, required: true}
              code: {type: text}
              qty: {type: integer}
              amount: {type: decimal, places: 2}
              range: {type: text, lookup: ranges}
              buyer: {type: text, lookup: ranges}

        feeds:
          tills:
            files: "in/tills {period}.csv"
            into: tills

        lookups:
          ranges:
            file: "in/ranges.csv"
            match: {code: Code}
            bring: {range: Range, buyer: Buyer}

        summaries:
          tills:
            of: tills
            down: [buyer]
            across: [day by month]
            measures:
              Amount: sum(amount)
          tills-by-range:
            of: tills
            down: [range]
            measures:
              Amount: sum(amount)
              Qty: sum(qty)
              Rows: count(*)

        reports:
          overview.xlsx: {summaries: [tills, tills-by-range]}
        """);
  }

  @Test
  void copies_and_versions() throws Exception {
    drafts(
        """
        == in/tills 2026-01.csv
        Day,Code,Qty,Amount
        2026-01-05,K1,2,20.00
        2026-01-06,K2,1,9.00
        2026-01-13,K3,1,4.00
        == in/tills 2026-01 (1).csv
        Day,Code,Qty,Amount
        2026-01-05,K1,2,20.00
        2026-01-06,K2,1,9.00
        2026-01-13,K3,1,4.00
        == in/tills 2026-02.csv
        Day,Code,Qty,Amount
        2026-02-05,K1,2,20.00
        2026-02-06,K4,1,7.00
        2026-02-13,K3,1,4.50
        == in/tills 2026-02 corrected.csv
        Day,Code,Qty,Amount
        2026-02-05,K1,2,20.00
        2026-02-06,K4,1,8.00
        2026-02-13,K3,1,4.50
        """,
        HEAD.replace("It names no month.", "Only `except` names a month."),
        """
        datasets:
          tills:
            dated_by: day
            columns:
              day: {type: date, required: true}
              code: {type: text}
              qty: {type: integer}
              amount: {type: decimal, places: 2}

        feeds:
          tills:
            files: "in/tills {period}*.csv"
            except: ["in/* (1).csv", "in/tills 2026-02.csv"]
            into: tills

        summaries:
          tills:
            of: tills
            down: [day by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [tills]}

        # doubt: in/tills 2026-01 (1).csv and in/tills 2026-01.csv: by their names the one is a copy of the other; only in/tills 2026-01.csv is read
        # doubt: in/tills 2026-02 corrected.csv and in/tills 2026-02.csv: by their names the one is a later version of the other; only in/tills 2026-02 corrected.csv is read
        """);
  }

  @Test
  void fiscal_folders() throws Exception {
    drafts(
        """
        == in/2025-26/Apr.csv
        Site,Amount
        Foxholt,10.00
        Dunmere,20.00
        == in/2025-26/Mar.csv
        Site,Amount
        Foxholt,12.00
        Dunmere,22.00
        == in/2026-27/Apr.csv
        Site,Amount
        Foxholt,13.00
        Dunmere,23.00
        == in/2026-27/May.csv
        Site,Amount
        Foxholt,14.00
        Dunmere,24.00
        """,
        """
        calendar: {fiscal_year_starts: April}

        datasets:
          rows:
            columns:
              site: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          rows:
            files: "in/*/*.csv"
            into: rows
            period: folder year and month

        summaries:
          rows:
            of: rows
            down: [site]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [rows]}

        # doubt: first month of the years in in: no date shows with which month the years of the folders begin; April is proposed
        """);
  }

  @Test
  void renamed_headings() throws Exception {
    drafts(
        """
        == in/a 2026-01.csv
        Date,Site,Turnover
        2026-01-05,Foxholt,10.00
        2026-01-16,Dunmere,20.00
        2026-01-17,Foxholt,30.00
        == in/a 2026-02.csv
        Date,Site,Net turnover
        2026-02-05,Foxholt,11.00
        2026-02-16,Dunmere,21.00
        2026-02-17,Foxholt,31.00
        == in/a 2026-03.csv
        Booking date,Site,Turnover
        2026-03-05,Foxholt,12.00
        2026-03-16,Dunmere,22.00
        2026-03-17,Foxholt,32.00
        """,
        """
        datasets:
          a:
            dated_by: date
            # because: Date = Booking date (the words of one are in the other; in/a 2026-03.csv)
            columns:
              date: {type: date, headings: [Booking date], required: true}
              site: {type: text}
              # doubt: Turnover = Net turnover: the only two decimal columns left on both sides (in/a 2026-02.csv)
              turnover: {type: decimal, places: 2, headings: [Net turnover]}

        feeds:
          a:
            files: "in/a {period}.csv"
            into: a
            expect: {every: month}

        summaries:
          a:
            of: a
            down: [site]
            across: [date by month]
            measures:
              Turnover: sum(turnover)

        reports:
          overview.xlsx: {summaries: [a]}
        """);
  }

  @Test
  void unclear_dates() throws Exception {
    drafts(
        """
        == in/a 2026-01.csv
        Date,Site,Amount
        05/01/2026,Foxholt,10.00
        06/02/2026,Dunmere,20.00
        == in/a 2026-02.csv
        Date,Site,Amount
        05/02/2026,Foxholt,11.00
        06/03/2026,Dunmere,21.00
        """,
        """
        datasets:
          a:
            dated_by: date
            columns:
              # doubt: dates in in: Date in in/a 2026-01.csv: day first or month first: can't be told
              # doubt: dates in in: Date in in/a 2026-02.csv: day first or month first: can't be told
              date: {type: date, required: true}
              site: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          a:
            files: "in/a {period}.csv"
            into: a

        summaries:
          a:
            of: a
            down: [site]
            across: [date by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [a]}
        """);
  }

  @Test
  void totals_without_a_label() throws Exception {
    drafts(
        """
        == in/a 2026-01.csv
        Site,Code,Amount
        Foxholt,A,42.85
        Foxholt,B,59.74
        Foxholt,C,87.84
        Foxholt,D,5.75
        Foxholt,E,77.28
        ,,273.46
        Dunmere,A,41.80
        Dunmere,B,9.49
        Dunmere,C,26.69
        Dunmere,D,19.54
        Dunmere,E,61.91
        ,,159.43
        Copse End,A,77.85
        Copse End,B,41.39
        Copse End,C,63.38
        Copse End,D,90.08
        Copse End,E,17.70
        ,,290.40
        == in/a 2026-02.csv
        Site,Code,Amount
        Foxholt,A,95.03
        Foxholt,B,41.85
        Foxholt,C,3.14
        Foxholt,D,36.50
        Foxholt,E,67.87
        ,,244.39
        Dunmere,A,46.79
        Dunmere,B,30.83
        Dunmere,C,64.80
        Dunmere,D,27.14
        Dunmere,E,12.78
        ,,182.34
        Copse End,A,23.73
        Copse End,B,73.88
        Copse End,C,21.75
        Copse End,D,22.66
        Copse End,E,1.29
        ,,143.31
        == in/a 2026-03.csv
        Site,Code,Amount
        Foxholt,A,1.87
        Foxholt,B,35.31
        Foxholt,C,36.30
        Foxholt,D,28.17
        Foxholt,E,28.27
        ,,129.92
        Dunmere,A,48.39
        Dunmere,B,52.38
        Dunmere,C,33.58
        Dunmere,D,89.34
        Dunmere,E,34.55
        ,,258.24
        Copse End,A,30.76
        Copse End,B,33.25
        Copse End,C,63.78
        Copse End,D,49.95
        Copse End,E,4.53
        ,,182.27
        """,
        """
        datasets:
          a:
            columns:
              site: {type: text}
              code: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          a:
            files: "in/a {period}.csv"
            into: a
            leave_out:
              # such as "273.46"
              - {when: site is null and amount is not null, because: total row, control_total: [amount]}
            expect: {every: month}

        summaries:
          a:
            of: a
            down: [site]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [a]}

        # doubt: rows without site state totals of the rows above them; they are left out
        """);
  }

  @Test
  void items_across() throws Exception {
    drafts(
        """
        == in/prices 2026-01.csv
        Code,Foxholt,Dunmere,Copse End
        K1,10.00,11.00,12.00
        K2,20.00,21.00,22.00
        K3,30.00,31.00,32.00
        == in/sales 2026-01.csv
        Day,Site,Code,Amount
        2026-01-05,Foxholt,K1,10.00
        2026-01-06,Dunmere,K2,21.00
        2026-01-13,Copse End,K3,32.00
        2026-01-14,Foxholt,K3,30.00
        2026-01-15,Dunmere,K1,11.00
        """,
        """
        datasets:
          prices:
            # because: headings of in/prices 2026-01.csv: Foxholt, Dunmere, Copse End are values of site: they become rows
            columns:
              code: {type: text}
              site: {type: text}
              amount: {type: decimal, places: 2}
          sales:
            dated_by: day
            columns:
              day: {type: date, required: true}
              site: {type: text}
              code: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          prices:
            files: "in/prices {period}.csv"
            into: prices
            headings_to_rows: {headings: [Foxholt, Dunmere, Copse End], label: site, value: amount}
          sales:
            files: "in/sales {period}.csv"
            into: sales

        summaries:
          prices:
            of: prices
            down: [site]
            measures:
              Amount: sum(amount)
          sales:
            of: sales
            down: [site]
            across: [day by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [prices, sales]}
        """);
  }

  @Test
  void notes_beside_the_rows() throws Exception {
    drafts(
        """
        == in/tills 2026-01.csv
        Day,Code,Qty,Amount
        2026-01-05,K1,2,20.00
        2026-01-06,K2,1,9.00
        2026-01-13,K3,1,4.00
        == in/tills 2026-02.csv
        Day,Code,Qty,Amount
        2026-02-05,K1,2,20.00
        2026-02-06,K4,1,7.00
        2026-02-13,K3,1,4.50
        == in/read me.txt
        Please send questions to the office.
        Thank you.
        """,
        """
        datasets:
          tills:
            dated_by: day
            columns:
              day: {type: date, required: true}
              code: {type: text}
              qty: {type: integer}
              amount: {type: decimal, places: 2}

        feeds:
          tills:
            files: "in/tills {period}.csv"
            into: tills

        summaries:
          tills:
            of: tills
            down: [day by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [tills]}

        # doubt: in/read me.txt has no table that could be told by its shape
        """);
  }

  @Test
  void german_numbers() throws Exception {
    drafts(
        """
        == in/umsatz 2026-01.csv
        Datum;Filiale;Betrag
        05.01.2026;Foxholt;1.234,50
        16.01.2026;Dunmere;-12,00
        17.01.2026;Foxholt;7,00
        == in/umsatz 2026-02.csv
        Datum;Filiale;Betrag
        05.02.2026;Foxholt;2.234,50
        16.02.2026;Dunmere;-13,00
        17.02.2026;Foxholt;8,00
        """,
        """
        datasets:
          umsatz:
            dated_by: datum
            columns:
              datum: {type: date, required: true}
              filiale: {type: text}
              betrag: {type: decimal, places: 2}

        feeds:
          umsatz:
            files: "in/umsatz {period}.csv"
            into: umsatz

        summaries:
          umsatz:
            of: umsatz
            down: [filiale]
            across: [datum by month]
            measures:
              Betrag: sum(betrag)

        reports:
          overview.xlsx: {summaries: [umsatz]}
        """);
  }

  @Test
  void branches_in_files_without_a_month() throws Exception {
    drafts(
        """
        == in/Foxholt.csv
        Day,Code,Amount
        2026-01-05,K1,20.00
        2026-01-06,K2,9.00
        == in/Dunmere.csv
        Day,Code,Amount
        2026-01-05,K1,21.00
        2026-01-07,K3,8.00
        == in/Copse End.csv
        Day,Code,Amount
        2026-01-08,K1,22.00
        2026-01-09,K2,7.00
        """,
        """
        datasets:
          rows:
            dated_by: day
            columns:
              name: {type: text}
              day: {type: date, required: true}
              code: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          rows:
            files: "in/{name}.csv"
            into: rows

        summaries:
          rows:
            of: rows
            down: [name]
            across: [day by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [rows]}

        # doubt: {name} in in/{name}.csv: the files differ by a part of their names, such as Copse End, Dunmere, Foxholt; what is it called?
        """);
  }

  @Test
  void documents_in_a_year_to_date_without_a_number() throws Exception {
    drafts(
        """
        == in/sales 2026-01.csv
        Day,Code,Amount
        2026-01-05,A,10.00
        2026-01-09,B,20.00
        2026-01-12,A,5.00
        2026-01-20,C,7.00
        2026-01-21,A,6.00
        == in/sales 2026-02.csv
        Day,Code,Amount
        2026-01-05,A,10.00
        2026-01-09,B,20.00
        2026-01-12,A,5.00
        2026-01-20,C,7.00
        2026-01-21,A,6.00
        2026-02-02,A,11.00
        2026-02-08,C,21.00
        """,
        """
        datasets:
          sales:
            dated_by: day
            key: [day]
            on_duplicate: keep latest
            columns:
              day: {type: date, required: true}
              code: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          sales:
            files: "in/sales {period}.csv"
            into: sales

        checks:
          - {finding: dates-outside, at: "in/sales {period}.csv", count_as: accepted, because: each file repeats the months before}
          - {finding: duplicate-in-source, at: "in/sales {period}.csv", count_as: accepted, because: several rows are of one day}

        summaries:
          sales:
            of: sales
            down: [day by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [sales]}

        # doubt: repeated rows in in: 1 of 1 files hold nearly all rows of the file before, and more; no column tells rows apart, so of each day only the rows of the latest file that has it are proposed to count
        """);
  }

  @Test
  void budget_with_totals() throws Exception {
    drafts(
        """
        == in/budget 2026.csv
        Budget 2026,,,,,
        Site,Jan,Feb,Mar,Total
        Foxholt,100.00,110.00,120.00,330.00
        Dunmere,80.00,85.00,90.00,255.00
        Copse End,10.00,20.00,30.00,60.00
        Total,190.00,215.00,240.00,645.00
        """,
        """
        datasets:
          budget:
            # because: Total of budget adds the months up in every row: it isn't read
            columns:
              site: {type: text}
              month: {type: date}
              amount: {type: decimal, places: 2}

        feeds:
          budget:
            files: "in/budget {period}.csv"
            into: budget
            headings_to_rows: {headings: "{period}", label: month, value: amount}
            leave_out:
              # such as "Total"
              - {when: "lower(site) like_regex '^sub[ -]?total|^totals?:?$|^grand[ -]?totals?'", because: total row, control_total: [amount]}

        summaries:
          budget:
            of: budget
            down: [site]
            across: [month by month]
            measures:
              Amount: sum(amount)

        reports:
          overview.xlsx: {summaries: [budget]}
        """);
  }

  @Test
  void ledger() throws Exception {
    drafts(
        """
        == in/ledger 2026-01.csv
        Date,Account,Text,Debit,Credit
        2026-01-05,4000,Sales,,120.00
        2026-01-05,1000,Bank,120.00,
        2026-01-16,5000,Pots,45.50,
        2026-01-16,1000,Bank,,45.50
        == in/ledger 2026-02.csv
        Date,Account,Text,Debit,Credit
        2026-02-05,4000,Sales,,220.00
        2026-02-05,1000,Bank,220.00,
        2026-02-16,5000,Soil,35.50,
        2026-02-16,1000,Bank,,35.50
        """,
        """
        datasets:
          ledger:
            dated_by: date
            columns:
              date: {type: date, required: true}
              account: {type: text}
              text: {type: text}
              direction: {type: text}
              amount: {type: decimal, places: 2}

        feeds:
          ledger:
            files: "in/ledger {period}.csv"
            into: ledger
            headings_to_rows: {headings: {Debit: debit, Credit: credit}, label: direction, value: amount}

        summaries:
          ledger:
            of: ledger
            down: [account]
            across: [date by month]
            measures:
              Debit: "sum(amount) filter (where direction = 'debit')"
              Credit: "sum(amount) filter (where direction = 'credit')"
              Net: "coalesce(Debit, 0) - coalesce(Credit, 0)"

        reports:
          overview.xlsx: {summaries: [ledger]}
        """);
  }

  @Test
  void price_list_by_date() throws Exception {
    drafts(
        """
        == in/sales 2026-01.csv
        Day,Code,Qty
        2026-01-05,K1,2
        2026-01-16,K2,3
        2026-01-17,K1,4
        2026-01-18,K3,1
        == in/sales 2026-02.csv
        Day,Code,Qty
        2026-02-05,K1,2
        2026-02-16,K2,3
        2026-02-17,K1,4
        2026-02-18,K3,1
        == in/prices.csv
        Code,Price,Valid from,Valid to
        K1,4.00,2025-01-01,2026-01-31
        K1,4.50,2026-02-01,
        K2,9.00,2025-01-01,
        K3,1.00,2025-01-01,
        """,
        """
        datasets:
          sales:
            dated_by: day
            columns:
              day: {type: date, required: true}
              code: {type: text}
              qty: {type: integer}
              price: {type: decimal, places: 2, lookup: prices}

        feeds:
          sales:
            files: "in/sales {period}.csv"
            into: sales

        lookups:
          prices:
            file: "in/prices.csv"
            match: {code: Code}
            valid: {on: day, from: Valid from, to: Valid to}
            bring: {price: Price}

        summaries:
          sales:
            of: sales
            down: [day by month]
            measures:
              Qty: sum(qty)

        reports:
          overview.xlsx: {summaries: [sales]}
        """);
  }

  @Test
  void lost_zeros() throws Exception {
    drafts(
        """
        == in/sales 2026-01.csv
        Day,Code,Qty
        2026-01-05,00012,2
        2026-01-16,00123,3
        2026-01-17,04567,4
        == in/sales 2026-02.csv
        Day,Code,Qty
        2026-02-05,00012,2
        2026-02-16,00123,3
        2026-02-17,04567,4
        == in/ranges.csv
        Code,Range
        12,Trees
        123,Roses
        4567,Shrubs
        89,Seeds
        """,
        """
        datasets:
          sales:
            dated_by: day
            columns:
              day: {type: date, required: true}
              code: {type: text}
              qty: {type: integer}
              range: {type: text, lookup: ranges}

        feeds:
          sales:
            files: "in/sales {period}.csv"
            into: sales

        lookups:
          ranges:
            file: "in/ranges.csv"
            match: {code: Code}
            ignoring: [case, spaces, leading zeros]
            bring: {range: Range}

        summaries:
          sales:
            of: sales
            down: [range]
            across: [day by month]
            measures:
              Qty: sum(qty)

        reports:
          overview.xlsx: {summaries: [sales]}
        """);
  }

  @Test
  void folders_with_headings_of_their_own_are_asked_about_and_can_be_apart() throws Exception {
    String files =
        """
        == in/purchases/2026-01.csv
        Date,Document,Supplier,Amount
        2026-01-05,P1,Larkspur,10.00
        2026-01-06,P2,Yarrow,7.00
        == in/sales/2026-01.csv
        Date,Document,Customer,Amount
        2026-01-05,S1,Mallow,30.00
        2026-01-07,S2,Bryony,4.50
        """;
    String rows = "rows of in/purchases/2026-01.csv and in/sales/2026-01.csv";
    layOut(new ProjectFolder(folder, ""), files);
    PlanDrafter drafter = PlanDrafter.of(folder, folder.resolve("in"), 2);

    assertThat(drafter.draft(Map.of()).text())
        .contains(
            "# doubt: "
                + rows
                + ": only the first has Supplier, only the second Customer; they are proposed as"
                + " one dataset\n");
    assertThat(drafter.draft(Map.of(rows, "two")).text())
        .contains(
            """
            feeds:
              purchases:
                files: "in/purchases/{period}.csv"
                into: purchases
              sales:
                files: "in/sales/{period}.csv"
                into: sales
            """)
        .doesNotContain("# doubt");
  }
}
