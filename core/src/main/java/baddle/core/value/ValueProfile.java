package baddle.core.value;

import baddle.core.calendar.MonthNames;
import baddle.core.calendar.TwoDigitYears;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What the values of one column are: their type, how they are written, how many are filled and
 * distinct, the least and the greatest. A column has the type that at least nine of ten filled
 * values have, labels of totals aside; digits in which a value begins with a zero, or has more than
 * 18 of them, are codes, so text.
 *
 * <p>Long because one pass counts what type, convention and oddities are told by.
 */
public final class ValueProfile {

  /** How many distinct values are told apart. */
  public static final int MOST_DISTINCT = 20_000;

  private static final int TENTHS = 9;
  private static final int LONGEST_LABEL = 80;
  private static final int MOST_DIGITS = 18;

  /** What one value reads as. */
  public enum Shape {
    /** A number. */
    NUMBER,
    /** A date, perhaps with a time. */
    DATE,
    /** True or false. */
    TRUTH,
    /** The label of a total. */
    LABEL,
    /** None of these. */
    TEXT,
    /** An error cell. */
    ERROR,
    /** A formula without a stored result. */
    FORMULA;

    /** Whether a column of a type wants no such value. */
    public boolean isOddIn(ColumnType type) {
      return switch (this) {
        case LABEL -> false;
        case ERROR, FORMULA -> true;
        case NUMBER -> type.isCalendar() || type.kind() == ColumnType.Kind.BOOLEAN;
        case DATE -> type.isNumber() || type.kind() == ColumnType.Kind.BOOLEAN;
        case TRUTH -> type.isNumber() || type.isCalendar();
        case TEXT -> type.kind() != ColumnType.Kind.TEXT;
      };
    }
  }

  /** The numbers of a column under one convention. */
  private static final class Numbers {
    private long fitting;
    private int places;
    private @Nullable BigDecimal least;
    private @Nullable BigDecimal greatest;

    void add(BigDecimal number, long times) {
      fitting += times;
      places = Math.max(places, Math.max(0, number.scale()));
      least = least == null || number.compareTo(least) < 0 ? number : least;
      greatest = greatest == null || number.compareTo(greatest) > 0 ? number : greatest;
    }
  }

  private final WrittenNumber written = new WrittenNumber();
  private final WrittenDate writtenDate;
  private final IsoDateTime iso = new IsoDateTime();
  private final BooleanReader booleans = new BooleanReader();
  private final Evidence marks = new Evidence(Convention.DECIMAL_POINT);
  private final Evidence orders = new Evidence(Convention.DAY_FIRST);
  private final Map<Convention, Numbers> numbers = new EnumMap<>(Convention.class);
  private Set<String> distinct = new HashSet<>();
  private int distinctCount = -1;

  private long blank;
  private long filled;
  private long errors;
  private long formulas;
  private long storedNumbers;
  private long textNumbers;
  private long dates;
  private long timestamps;
  private long truths;
  private long currencies;
  private long totalLabels;
  private boolean codes;
  private boolean manyDistinct;
  private @Nullable String example;
  private @Nullable String leastText;
  private @Nullable String greatestText;
  private long leastDay = Long.MAX_VALUE;
  private long greatestDay = Long.MIN_VALUE;

  /** Of a column in which months may be named in these languages. */
  public ValueProfile(MonthNames months) {
    writtenDate = new WrittenDate(months, TwoDigitYears.STANDARD);
    numbers.put(Convention.DECIMAL_POINT, new Numbers());
    numbers.put(Convention.DECIMAL_COMMA, new Numbers());
  }

  /** Whether a text reads as a label: it has letters, isn't long, and is no number and no date. */
  public static boolean isLabel(String text) {
    boolean letters = text.chars().anyMatch(Character::isLetter);
    if (!letters || text.length() > LONGEST_LABEL) {
      return false;
    }
    ValueProfile profile = new ValueProfile(MonthNames.english());
    profile.addText(text, 1);
    return profile.dates == 0 && profile.ofConvention().fitting == 0;
  }

  /** The number that a text is as people write it, where its marks are by a convention. */
  public static Optional<BigDecimal> numberIn(String text, Convention convention) {
    WrittenNumber written = new WrittenNumber();
    if (!written.read(text.toCharArray(), 0, text.length())) {
      return Optional.empty();
    }
    written.gather(convention);
    return Optional.of(written.number());
  }

  /** Counts cells without a value. */
  public void addBlank(long times) {
    blank += times;
  }

  /** Counts error cells. */
  public void addError(String value) {
    errors++;
    value(value, 1);
  }

  /** Counts formulas whose result isn't stored. */
  public void addFormula(String value) {
    formulas++;
    value(value, 1);
  }

  /** Takes characters as people write them, so many times, and tells what they read as. */
  public Shape addText(String value, long times) {
    value(value, times);
    char[] text = value.toCharArray();
    if (text.length == 0) {
      return Shape.TEXT;
    }
    boolean label = TotalLabel.is(value);
    totalLabels += label ? times : 0;
    long numbersBefore = textNumbers;
    long datesBefore = dates;
    addNumber(text, times);
    addDate(text, times);
    boolean truth = booleans.read(text, 0, text.length) == Fit.FITS;
    truths += truth ? times : 0;
    return label
        ? Shape.LABEL
        : dates > datesBefore
            ? Shape.DATE
            : textNumbers > numbersBefore ? Shape.NUMBER : truth ? Shape.TRUTH : Shape.TEXT;
  }

  /** Takes a number as a workbook stores it. */
  public void addStoredNumber(String value) {
    char[] text = value.toCharArray();
    String seen = StoredNumber.asText(text, 0, text.length);
    addExactNumber(seen);
    codes |= seen.length() > 1 && isDigits(text) && text[0] == '0';
  }

  /** Takes a number as a database states it: plain digits, perhaps a point. */
  public void addExactNumber(String value) {
    value(value, 1);
    if (value.matches("-?\\d+(\\.\\d+)?")) {
      BigDecimal number = new BigDecimal(value);
      numbers.values().forEach(of -> of.add(number, 1));
      storedNumbers++;
    }
  }

  /** Takes a date, perhaps with a time, as ISO 8601 writes it. */
  public void addStoredDate(String value) {
    value(value, 1);
    addDate(value.toCharArray(), 1);
  }

  private void value(String value, long times) {
    filled += times;
    example = example == null ? value : example;
    leastText = leastText == null || value.compareTo(leastText) < 0 ? value : leastText;
    greatestText = greatestText == null || value.compareTo(greatestText) > 0 ? value : greatestText;
    if (distinct.size() < MOST_DISTINCT) {
      distinct.add(value);
    } else {
      manyDistinct |= !distinct.contains(value);
    }
  }

  private void addNumber(char[] text, long times) {
    if (!written.read(text, 0, text.length)) {
      return;
    }
    textNumbers += times;
    currencies += written.hasCurrency() ? times : 0;
    Convention shown = written.shown();
    if (shown != null) {
      marks.add(shown);
    } else if (written.isEither()) {
      marks.addEither();
    }
    numbers.forEach(
        (convention, of) -> {
          if (shown == null || shown == convention) {
            written.gather(convention);
            of.add(written.number(), times);
          }
        });
    boolean plain = isDigits(text);
    codes |= plain && text.length > 1 && text[0] == '0';
    codes |= plain && text.length > MOST_DIGITS;
  }

  private static boolean isDigits(char[] text) {
    for (char c : text) {
      if (c < '0' || c > '9') {
        return false;
      }
    }
    return true;
  }

  private void addDate(char[] text, long times) {
    long day;
    long micros;
    if (iso.read(text, 0, text.length)) {
      day = iso.epochDay();
      micros = iso.microsOfDay();
    } else if (!isDigits(text)
        && writtenDate.read(text, 0, text.length, orders.decide().convention())) {
      day = writtenDate.epochDay();
      micros = writtenDate.microsOfDay();
      Convention shown = writtenDate.shown();
      if (shown != null) {
        orders.add(shown);
      } else if (writtenDate.isEither()) {
        orders.addEither();
      }
    } else {
      return;
    }
    dates += times;
    timestamps += micros == 0 ? 0 : times;
    leastDay = Math.min(leastDay, day);
    greatestDay = Math.max(greatestDay, day);
  }

  private Numbers ofConvention() {
    Numbers point = numbers.getOrDefault(Convention.DECIMAL_POINT, new Numbers());
    Numbers comma = numbers.getOrDefault(Convention.DECIMAL_COMMA, new Numbers());
    return marks.decide().convention() == Convention.DECIMAL_COMMA ? comma : point;
  }

  /** The type; text where nothing is filled. */
  public ColumnType type() {
    Numbers read = ofConvention();
    if (mostAre(read.fitting) && !codes && read.places <= ColumnType.MOST_PLACES) {
      return read.places == 0
          ? ColumnType.of(ColumnType.Kind.INTEGER)
          : ColumnType.decimal(read.places);
    }
    if (mostAre(dates)) {
      return ColumnType.of(timestamps == 0 ? ColumnType.Kind.DATE : ColumnType.Kind.TIMESTAMP);
    }
    return mostAre(truths) ? ColumnType.of(ColumnType.Kind.BOOLEAN) : ColumnType.text();
  }

  private boolean mostAre(long fitting) {
    return fitting > 0 && fitting * 10 >= (filled - totalLabels - formulas) * TENTHS;
  }

  /** How the values are written, for a column that isn't text. */
  public Optional<ConventionChoice> conventionChoice() {
    ColumnType type = type();
    return type.isNumber()
        ? Optional.of(marks.decide())
        : type.isCalendar() ? Optional.of(orders.decide()) : Optional.empty();
  }

  /** How many values are filled. */
  public long filled() {
    return filled;
  }

  /** How many cells there are, filled or not. */
  public long rows() {
    return filled + blank;
  }

  /** How many values differ from each other, up to {@link #MOST_DISTINCT}. */
  public int distinct() {
    return distinctCount < 0 ? distinct.size() : distinctCount;
  }

  /**
   * Moves the distinct values into a set that profiles of other sources have too, so that each is
   * kept once; nothing may be added afterwards.
   *
   * @return whether the set had none of them
   */
  public boolean shareValues(Set<String> shared) {
    distinctCount = distinct.size();
    boolean isNew = true;
    for (String value : distinct) {
      isNew &= shared.size() < MOST_DISTINCT && shared.add(value);
    }
    distinct = shared;
    return isNew;
  }

  /** Whether there are more distinct values than were told apart. */
  public boolean hasMoreDistinct() {
    return manyDistinct;
  }

  /** The distinct values that were told apart, those it shares among them. */
  public Set<String> values() {
    return distinct;
  }

  /** The first value; empty where there is none. */
  public String example() {
    return example == null ? "" : example;
  }

  /** The least value by the order of its type, and by the alphabet for text. */
  public String least() {
    return bound(ofConvention().least, leastDay, leastText);
  }

  /** The greatest value. */
  public String greatest() {
    return bound(ofConvention().greatest, greatestDay, greatestText);
  }

  private String bound(@Nullable BigDecimal number, long day, @Nullable String text) {
    ColumnType type = type();
    if (type.isNumber() && number != null) {
      boolean fewer = number.scale() < ofConvention().places;
      return (fewer ? number.setScale(ofConvention().places) : number).toPlainString();
    }
    if (type.isCalendar() && dates > 0) {
      return LocalDate.ofEpochDay(day).toString();
    }
    return text == null ? "" : text;
  }

  /** What is odd, one phrase each. */
  public List<String> oddities() {
    List<String> oddities = new ArrayList<>();
    ColumnType type = type();
    if (errors > 0) {
      oddities.add(errors == 1 ? "1 error cell" : errors + " error cells");
    }
    if (formulas > 0) {
      oddities.add(
          (formulas == 1 ? "1 formula" : formulas + " formulas") + " without a stored result");
    }
    long others = filled - errors - formulas - fitting(type);
    if (type.kind() != ColumnType.Kind.TEXT && others > 0) {
      oddities.add((others == 1 ? "1 value is" : others + " values are") + " no " + type);
    }
    mayBeNumbers().ifPresent(oddities::add);
    if (codes) {
      oddities.add("digits that are codes, not numbers");
    }
    if (type.isNumber() && storedNumbers > 0 && textNumbers > 0) {
      oddities.add(textNumbers + " numbers stored as text");
    }
    if (type.isNumber() && currencies > 0) {
      oddities.add("with currency");
    }
    conventionChoice().ifPresent(taken -> addConvention(taken, oddities));
    if (type.kind() == ColumnType.Kind.TEXT) {
      Spellings.inWords(distinct).ifPresent(oddities::add);
    }
    return oddities;
  }

  private long fitting(ColumnType type) {
    return type.isNumber()
        ? ofConvention().fitting
        : type.isCalendar() ? dates : type.kind() == ColumnType.Kind.BOOLEAN ? truths : 0;
  }

  /** Of a column of texts, how many of them are numbers, if that is half of them or more. */
  public Optional<String> mayBeNumbers() {
    long numbersInText = ofConvention().fitting;
    boolean many = numbersInText > 0 && numbersInText * 2 >= filled && numbersInText < filled;
    if (codes || !many || type().kind() != ColumnType.Kind.TEXT) {
      return Optional.empty();
    }
    return Optional.of(
        numbersInText
            + " of its "
            + filled
            + (numbersInText == 1 ? " values is a number" : " values are numbers"));
  }

  private void addConvention(ConventionChoice taken, List<String> oddities) {
    Evidence evidence = taken.convention().isOfDates() ? orders : marks;
    if (evidence.isUnclear()) {
      oddities.add(
          taken.convention().words()
              + " or "
              + taken.convention().other().words()
              + ": can't be told");
    } else if (evidence.isContradictory()) {
      oddities.add(
          "both " + taken.convention().words() + " and " + taken.convention().other().words());
    } else if (!evidence.isEmpty() && taken.convention() != Convention.DECIMAL_POINT) {
      oddities.add(taken.convention().words());
    }
  }
}
