package baddle.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.calendar.Calendar;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.Month;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EvaluationTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("site", ColumnType.text()),
              new Column("customer", ColumnType.text()),
              new Column("quantity", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("price", ColumnType.decimal(2)),
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("nothing", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("Doc no", ColumnType.text()),
              new Column("paid", ColumnType.of(ColumnType.Kind.BOOLEAN))));
  private static final Calendar CALENDAR = new Calendar(Month.APRIL);

  /** One row: Alder Mill, no customer, 3, 12.75, 2026-03-14, nothing, T-7/42, true. */
  private static Block block() throws IOException {
    Block[] made = new Block[1];
    BlockBuilder builder =
        new BlockBuilder(SCHEMA, 4, (block, from, to) -> made[0] = copyOf(block));
    text(builder, 0, "Alder Mill");
    builder.column(1).blank(0);
    number(builder, 2, 3);
    number(builder, 3, 1275);
    number(builder, 4, LocalDate.of(2026, 3, 14).toEpochDay());
    builder.column(5).blank(0);
    text(builder, 6, "T-7/42");
    number(builder, 7, 1);
    builder.endRow(1);
    builder.flush();
    return made[0];
  }

  /** A block is lent for the call only; here nothing is added to the builder afterwards. */
  private static Block copyOf(Block block) {
    List<Vector> vectors =
        java.util.stream.IntStream.range(0, SCHEMA.size()).mapToObj(block::vector).toList();
    List<Vector> copies =
        vectors.stream()
            .map(
                vector ->
                    vector instanceof TextVector text
                        ? copyOf(text)
                        : (Vector) copyOf((LongVector) vector))
            .toList();
    return new Block(SCHEMA, copies, new int[] {1}, 1);
  }

  private static TextVector copyOf(TextVector text) {
    baddle.core.table.Dictionary dictionary = new baddle.core.table.Dictionary();
    int code = text.isBlank(0) ? 0 : dictionary.code(text.dictionary().text(text.codes()[0]));
    return new TextVector(new int[] {code}, 1, dictionary);
  }

  private static LongVector copyOf(LongVector numbers) {
    long[] blanks = {numbers.isBlank(0) ? 1 : 0};
    return new LongVector(new long[] {numbers.values()[0]}, blanks, 1);
  }

  private static void text(BlockBuilder builder, int column, String text) {
    ((TextBuilder) builder.column(column)).set(0, text.toCharArray(), 0, text.length());
  }

  private static void number(BlockBuilder builder, int column, long number) {
    ((LongBuilder) builder.column(column)).set(0, number);
  }

  private static String value(String expression) throws IOException {
    BoundExpression bound = Expression.parse(expression).bind(SCHEMA, CALENDAR);
    return value(bound, block());
  }

  private static String value(BoundExpression bound, Block block) {
    Vector vector = bound.vector(block);
    if (bound.failure(0).isPresent()) {
      return "expected " + bound.failure(0).get().expectation();
    }
    if (vector.isBlank(0)) {
      return "null";
    }
    return vector instanceof TextVector text
        ? text.dictionary().text(text.codes()[0])
        : bound.type().shown(((LongVector) vector).values()[0]);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '#',
      quoteCharacter = '~',
      value = {
        "quantity * price # 38.25",
        "1 + 2 * 3 - -4 # 11",
        "(1 + 2) * 3 # 9",
        "price / quantity # 4.25000000",
        "1 / 3 # 0.333333",
        "-2 / 3 # -0.666667",
        "price / 0 # expected a divisor other than zero",
        "mod(17, 5) + mod(-17, 5) # 0",
        "round(price * 1.175, 2) # 14.98",
        "round(-2.5) # -3",
        "floor(-2.5) # -3",
        "ceiling(-2.5) # -2",
        "abs(-0.50) # 0.50",
        "greatest(1, 2.5) # 2.5",
        "least(price, quantity) # 3.00",
        "999999999999999999 * 100 # expected a result of at most 18 digits",
        "quantity + nothing # null",
        "coalesce(nothing, quantity, 7) # 3",
        "nullif(quantity, 3) # null",
        "nullif(quantity, 4) # 3",
        "case when quantity > 2 then 'many' else 'few' end # many",
        "case when nothing > 2 then 'many' else 'few' end # few",
        "case site when 'Foxholt' then 1 when 'Alder Mill' then 2.5 end # 2.5",
        "case when quantity = 0 then 0 else price / quantity end # 4.25000000",
        "case when quantity = 3 then 0 else price / 0 end # 0.00000000",
        "case when quantity = 9 then 'x' end # null",
        "site || '/' || \"Doc no\" # Alder Mill/T-7/42",
        "site || customer # null",
        "joined(', ', site, customer, 'x') # Alder Mill, x",
        "upper(site) # ALDER MILL",
        "lower('\u00c4b') # \u00e4b",
        "trim('  a b ') # a b",
        "trim(leading '0' from '00120') # 120",
        "trim(trailing '0' from '00120') # 0012",
        "substring(site from 7 for 3) # Mil",
        "substring(site from 7) # Mill",
        "substring(site from -1 for 4) # Al",
        "substring(site from 99) # null",
        "position('Mill' in site) # 7",
        "position('x' in site) # 0",
        "char_length(site) # 10",
        "char_length('\ud83c\udf31a') # 2",
        "lpad('42', 5, '0') # 00042",
        "lpad('123456', 5, '0') # 123456",
        "rpad('abcd', 3) || '.' # abcd.",
        "rpad('a', 3) || '.' # a  .",
        "part(\"Doc no\", '-', 2) # 7/42",
        "part(\"Doc no\", '/', -1) # 42",
        "part(\"Doc no\", '/', 5) # null",
        "replace(site, 'Mill', 'Hill') # Alder Hill",
        "cast('12.50' as decimal(12, 2)) + 1 # 13.50",
        "cast('abc' as integer) # expected a text that is a number, such as 1234.50",
        "cast('2026-02-30' as date) # expected a text that is a date such as 2026-03-14",
        "cast(price as integer) # 13",
        "cast(price as text) # 12.75",
        "cast(sold_on as text) # 2026-03-14",
        "extract(year from sold_on) * 100 + month(sold_on) # 202603",
        "quarter(sold_on) # 1",
        "week(sold_on) # 11",
        "day(sold_on) # 14",
        "month_name(sold_on) # March",
        "month_name(sold_on, 'de') # M\u00e4rz",
        "weekday_name(sold_on) # Saturday",
        "period(sold_on, 'month') # 2026-03",
        "period(sold_on, 'fiscal year') # 2025/26",
        "period(sold_on, 'fiscal quarter') # 2025/26 Q4",
        "start_of(sold_on, 'fiscal year') # 2025-04-01",
        "end_of(sold_on, 'month') # 2026-03-31",
        "end_of(sold_on, 'week') # 2026-03-15",
        "days_between(date '2026-03-01', sold_on) # 13",
        "sold_on + interval '30' day # 2026-04-13",
        "interval '30' day + sold_on # 2026-04-13",
        "date '2026-01-31' + interval '1' month # 2026-02-28",
        "date '2024-02-29' - interval '1' year # 2023-02-28",
        "sold_on - quantity * interval '1' month # 2025-12-14",
        "sold_on + interval '2' day * quantity - interval '-1' day # 2026-03-21",
        "start_of(sold_on, 'month') + interval '1' month - interval '1' day # 2026-03-31",
        "nothing * interval '1' day + sold_on # null",
        "timestamp '2026-01-31 09:30:00' + interval '1' month # 2026-02-28 09:30",
        "sold_on between date '2026-03-01' and date '2026-03-31' # true",
        "sold_on < timestamp '2026-03-14 00:00:01' # true",
        "site in ('Foxholt', 'Alder Mill') # true",
        "quantity not in (1, 2) # true",
        "nothing in (1, 2) # null",
        "site like 'Alder%' and site not like '%.%' # true",
        "site like 'A_der Mill' # true",
        "'10%' like '10!%' escape '!' # true",
        "'100' like '10!%' escape '!' # false",
        "site like_regex '^al.*l$' flag 'i' # true",
        "lpad(site, 100000, 'x') || 'y' # expected a text of at most 100,000 characters",
        "char_length(replace(lpad('x', 300, 'x'), 'x', lpad('y', 300, 'y'))) # 90000",
        "replace(lpad('x', 400, 'x'), 'x', lpad('y', 300, 'y')) # expected a text of at most 100,000 characters",
        "customer is null and nothing is null # true",
        "site is not null # true",
        "nothing = 1 and quantity = 4 # false",
        "nothing = 1 or quantity = 3 # true",
        "nothing = 1 or quantity = 4 # null",
        "not (nothing = 1) # null",
        "(nothing = 1) is unknown # true",
        "(nothing = 1) is not true # true",
        "paid and true # true",
        "price / 0 is null # expected a divisor other than zero",
        "quantity <> 3 or price >= 12.75 # true",
        "null # null",
      })
  void computes(String expression, String value) throws IOException {
    assertThat(value(expression)).isEqualTo(value);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '#',
      quoteCharacter = '~',
      value = {
        "quantitty * price # no column quantitty; did you mean quantity? (columns: site, customer, quantity, price, sold_on, nothing, Doc no, paid) # 0",
        "site + 1 # + takes numbers, not text and integer; texts are joined with || # 5",
        "sold_on + 1 # + takes numbers, not date and integer; for dates there are days_between(a, b) and d + interval '3' day # 8",
        "site = 3 # can't compare text with integer; texts go in single quotes # 5",
        "sold_on > '2026-01-01' # can't compare date with text; a date is written date '2026-03-14' # 8",
        "customer = null # nothing compares with null; write is null or is not null # 9",
        "uper(site) # no function uper; did you mean upper? # 0",
        "add_days(sold_on, 30) # no function add_days; it is written d + interval '3' day # 0",
        "1 + interval '3' day # + takes a date and an interval, not integer # 2",
        "sold_on + price * interval '3' day # an interval is multiplied by a whole number, not decimal(2) # 8",
        "interval '3' day # an interval is added to a date or subtracted from it, as in d + interval '3' month # 0",
        "sold_on + interval '3' hour # expected an interval such as interval '3' month; day, month and year are the units # 10",
        "sold_on + interval '1.5' day # expected an interval such as interval '3' month; day, month and year are the units # 10",
        "upper(quantity) # upper takes text here, not integer # 6",
        "substring(site) # substring takes 2 to 3 arguments, found 1 # 0",
        "case when paid then 1 else 'x' end # the results are of two types, integer and text # 27",
        "quantity and paid # expected a condition, found integer # 0",
        "quantity != 3 # what is ! here?; different is written <> # 9",
        "quantity * # expected a value, found the end # 10",
        "(quantity # expected ), found the end # 9",
        "quantity price # expected an operator or the end, found \"price\" # 9",
        "'open # a quote that isn't closed # 0",
        "date '2026-13-01' # expected a date such as '2026-03-14' # 5",
        "site not 3 # expected between, in, like or like_regex after not, found \"3\" # 9",
        "site like customer # like takes a pattern written as a text # 10",
        "site like_regex '(a)\\1' # no pattern, or one that can't be matched in linear time: invalid escape sequence # 16",
        "site like_regex '((a{1,1000}){1,1000}){1,1000}' # the pattern has 1002002000 steps once its repeats are written out; at most 10000 are allowed; use fewer repeats, or * or + # 16",
        "period(sold_on, 'mont') # no grain of the calendar: mont; did you mean month? # 16",
        "cast(site as decimal(2)) # write decimal(18, 2): the digits in all, and the places # 0",
        "cast(site as txt) # no type txt; did you mean text? # 0",
        "1234567890123456789 # a number has at most 18 digits, 12 of them after the point # 0",
      })
  void says_what_is_wrong_and_where(String expression, String message, int offset) {
    assertThatThrownBy(() -> Expression.parse(expression).bind(SCHEMA, CALENDAR))
        .isInstanceOfSatisfying(
            ExpressionException.class,
            e ->
                assertThat(e.withCaret())
                    .isEqualTo(message + "\n  " + expression + "\n  " + " ".repeat(offset) + "^"));
  }

  @Test
  void an_assignment_rounds_to_the_places_of_the_column_and_refuses_another_type()
      throws IOException {
    BoundExpression rounded =
        Expression.parse("price / 8").bind(SCHEMA, CALENDAR).as(ColumnType.decimal(2));

    assertThat(value(rounded, block())).isEqualTo("1.59");
    assertThatThrownBy(
            () -> Expression.parse("site").bind(SCHEMA, CALENDAR).as(ColumnType.decimal(2)))
        .hasMessage("the column is decimal(2), the expression gives text");
  }

  @Test
  void refuses_what_is_nested_beyond_reason() {
    String deep = "(".repeat(5000) + "1" + ")".repeat(5000);

    assertThatThrownBy(() -> Expression.parse(deep)).hasMessage("nested too deeply");
  }

  /** Sums, products and quotients of random decimals against arbitrary precision. */
  @Property
  void arithmetic_is_exact(
      @ForAll @LongRange(min = -999_999_999_999L, max = 999_999_999_999L) long one,
      @ForAll @LongRange(min = -99_999L, max = 99_999L) long other,
      @ForAll @IntRange(max = 4) int placesOfOne,
      @ForAll @IntRange(max = 4) int placesOfOther)
      throws IOException {
    BigDecimal a = BigDecimal.valueOf(one, placesOfOne);
    BigDecimal b = BigDecimal.valueOf(other, placesOfOther);
    String left = "(" + a.toPlainString() + ")";
    String right = "(" + b.toPlainString() + ")";
    Block block = block();

    assertThat(new BigDecimal(value(bound(left + " + " + right), block)))
        .isEqualByComparingTo(a.add(b));
    assertThat(new BigDecimal(value(bound(left + " - " + right), block)))
        .isEqualByComparingTo(a.subtract(b));
    assertExact(value(bound(left + " * " + right), block), a.multiply(b));
    if (other != 0) {
      int places = Math.max(placesOfOne, placesOfOther) + 6;
      assertExact(
          value(bound(left + " / " + right), block), a.divide(b, places, RoundingMode.HALF_UP));
    }
  }

  /** The exact value, or where that has more than 64 bits, the failure. */
  private static void assertExact(String value, BigDecimal exact) {
    if (exact.unscaledValue().bitLength() < 64) {
      assertThat(new BigDecimal(value)).isEqualByComparingTo(exact);
    } else {
      assertThat(value).isEqualTo("expected " + Failure.TOO_LARGE.expectation());
    }
  }

  private static BoundExpression bound(String expression) {
    return Expression.parse(expression).bind(SCHEMA, CALENDAR);
  }
}
