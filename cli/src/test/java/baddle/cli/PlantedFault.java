package baddle.cli;

import baddle.core.finding.NumberText;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;

/** Faults in the last month of a folder. */
enum PlantedFault {
  NEW_TOTAL(RandomMonths.Shape.FILES, RandomMonths.Shape.SITES, RandomMonths.Shape.MONTHS) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      List<List<String>> rows = sheet.rows();
      BigDecimal qty = sum(months, sheet, 2);
      BigDecimal amount = sum(months, sheet, 3);
      String label = List.of("Total", "Sum", "", "K total").get(random.nextInt(4));
      boolean first = random.nextBoolean();
      rows.add(
          List.of(first ? label : "", first ? "" : label, qty.toPlainString(), amount.toString()));
      return Planted.of(sheet.place(), List.of(amount), false);
    }
  },
  COPIED_SHEET(RandomMonths.Shape.SITES, RandomMonths.Shape.MONTHS) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      String name = sheet.name() + List.of(" (2)", " copy", "-old").get(random.nextInt(3));
      months.sheets().add(new RandomMonths.Sheet(sheet.file(), name, sheet.rows()));
      return Planted.of(name, List.of(sum(months, sheet, 3)), false);
    }
  },
  RENAMED_SHEET(RandomMonths.Shape.MONTHS) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      String name = List.of("New", "Sheet4", "May new").get(random.nextInt(3));
      int at = months.sheets().indexOf(sheet);
      months.sheets().set(at, new RandomMonths.Sheet(sheet.file(), name, sheet.rows()));
      return Planted.of(name, List.of(sum(months, sheet, 3)), false);
    }
  },
  RENAMED_HEADING(RandomMonths.Shape.CASH) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      int column = 2 + random.nextInt(2);
      List<String> headings = new ArrayList<>(sheet.rows().get(0));
      headings.set(
          column, headings.get(column) + List.of(" (GBP)", " net", "2").get(random.nextInt(3)));
      sheet.rows().set(0, headings);
      return Planted.of(sheet.place(), List.of(sum(months, sheet, column)), false);
    }
  },
  SIDE_TABLE(RandomMonths.Shape.values()) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      int width = sheet.rows().get(months.headings()).size();
      boolean headed = random.nextBoolean();
      BigDecimal sum = BigDecimal.ZERO;
      List<List<String>> added =
          new ArrayList<>(headed ? List.of(List.of("Site", "Hours")) : List.of());
      for (int i = 0; i < 2; i++) {
        BigDecimal hours = BigDecimal.valueOf(100 + random.nextInt(900), 1);
        sum = sum.add(hours);
        added.add(List.of(i == 0 ? "Elm" : "Oak", hours.toString()));
      }
      for (int i = 0; i < added.size(); i++) {
        int at = months.headings() + i;
        List<String> row = new ArrayList<>(sheet.rows().get(at));
        while (row.size() <= width) {
          row.add("");
        }
        row.addAll(added.get(i));
        sheet.rows().set(at, row);
      }
      return Planted.of(sheet.place(), List.of(sum), true);
    }
  },
  SECOND_HEADING_ROW(RandomMonths.Shape.values()) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      int at = months.headings();
      List<String> headings = sheet.rows().get(at);
      boolean above = random.nextBoolean();
      List<String> second = new ArrayList<>();
      for (String heading : headings) {
        second.add(
            heading.equals("Date") || heading.equals("Details") || heading.equals("Code")
                ? ""
                : above ? "2026" : "GBP");
      }
      sheet.rows().add(above ? at : at + 1, second);
      BigDecimal amount = sum(months, sheet, headings.size() - 1);
      return Planted.of(sheet.place(), List.of(amount), false);
    }
  },
  UNREAD_FILE(RandomMonths.Shape.FILES, RandomMonths.Shape.SITES, RandomMonths.Shape.CASH) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      String ending = sheet.file().substring(sheet.file().lastIndexOf('.'));
      String name = "in/" + List.of("new", "figures_april", "x").get(random.nextInt(3)) + ending;
      List<RandomMonths.Sheet> moved = new ArrayList<>();
      for (int i = 0; i < months.sheets().size(); i++) {
        RandomMonths.Sheet one = months.sheets().get(i);
        if (one.file().equals(sheet.file())) {
          RandomMonths.Sheet other = new RandomMonths.Sheet(name, one.name(), one.rows());
          months.sheets().set(i, other);
          moved.add(other);
        }
      }
      List<BigDecimal> amounts = new ArrayList<>();
      int width = sheet.rows().get(months.headings()).size();
      for (int column = width == 4 ? 3 : 2; column < 4; column++) {
        BigDecimal all = BigDecimal.ZERO;
        for (RandomMonths.Sheet one : moved) {
          BigDecimal part = sum(months, one, column);
          amounts.add(part);
          all = all.add(part);
        }
        amounts.add(all);
      }
      return Planted.of(name, amounts, false);
    }
  },
  BROKEN_TIE(RandomMonths.Shape.CASH) {
    @Override
    Planted plant(RandomMonths months, Random random) {
      RandomMonths.Sheet sheet = any(months, random);
      int at = sheet.rows().size() - 1;
      List<String> row = new ArrayList<>(sheet.rows().get(at));
      BigDecimal by = BigDecimal.valueOf(1 + random.nextInt(50_000), 2);
      row.set(4, new BigDecimal(row.get(4)).add(by).toString());
      sheet.rows().set(at, row);
      return Planted.of("2026-", List.of(by), true);
    }
  };

  /**
   * Where a fault is, and how much it is about.
   *
   * @param alwaysNamed whether it has to be named though the sum of the amounts is right
   */
  record Planted(String place, List<String> amounts, boolean alwaysNamed) {

    static Planted of(String place, List<BigDecimal> amounts, boolean alwaysNamed) {
      return new Planted(place, amounts.stream().flatMap(Planted::written).toList(), alwaysNamed);
    }

    private static Stream<String> written(BigDecimal amount) {
      BigDecimal whole = amount.stripTrailingZeros();
      return Stream.of(
          NumberText.exact(amount),
          NumberText.exact(whole.scale() < 0 ? whole.setScale(0) : whole),
          NumberText.exact(amount.setScale(2)));
    }
  }

  @SuppressWarnings("ImmutableEnumChecker") // it is a copy that nobody can change
  private final List<RandomMonths.Shape> shapes;

  PlantedFault(RandomMonths.Shape... shapes) {
    this.shapes = List.of(shapes);
  }

  abstract Planted plant(RandomMonths months, Random random);

  List<RandomMonths.Shape> shapes() {
    return shapes;
  }

  private static RandomMonths.Sheet any(RandomMonths months, Random random) {
    return months.last().get(random.nextInt(months.last().size()));
  }

  /** The sum of a column's numbers below the headings. */
  private static BigDecimal sum(RandomMonths months, RandomMonths.Sheet sheet, int column) {
    BigDecimal sum = BigDecimal.ZERO;
    for (List<String> row : sheet.rows().subList(months.headings() + 1, sheet.rows().size())) {
      if (row.get(column).matches("-?\\d+(\\.\\d+)?")) {
        sum = sum.add(new BigDecimal(row.get(column)));
      }
    }
    return sum;
  }
}
