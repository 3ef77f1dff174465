package baddle.app.draft;

import baddle.app.draft.words.HeadingWords;
import baddle.core.intake.heading.Headings;
import baddle.core.value.ColumnType;
import baddle.core.value.Spellings;
import baddle.core.value.ValueProfile;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A column that is being proposed, with all that was seen of it. */
final class DraftColumn {

  private static final int MOST_VALUES = 20_000;

  /** Money seldom has fewer places, whatever this month's files show. */
  private static final int LEAST_PLACES = 2;

  /** What a column is called whose heading has neither letters nor digits. */
  static final String UNNAMED = "column";

  private static final Map<String, String> MARKS =
      Map.of("#", "number", "%", "percent", "\u00a3", "amount", "$", "amount", "\u20ac", "amount");

  private final Map<String, String> spellings = new LinkedHashMap<>();
  private final Map<ColumnType.Kind, Long> kinds = new HashMap<>();
  private final Set<String> values = new HashSet<>();
  private final Set<Set<String>> taken = Collections.newSetFromMap(new IdentityHashMap<>());
  private final List<String> doubts = new ArrayList<>();
  private String name;
  private int places;
  private long filled;
  private long rows;
  private boolean unique = true;
  private final BitSet tables = new BitSet();
  private boolean fromName;
  private boolean tellsApart;
  private boolean names;
  private boolean number;
  private boolean notAlways;
  private int monthCount;
  private @Nullable LocalDate least;
  private @Nullable LocalDate greatest;
  private String lookup = "";

  /** A column of which only the heading is known. */
  DraftColumn(String heading) {
    this.name = plainName(heading);
    spellings.put(Headings.comparable(heading), heading);
  }

  /** A column that comes in by the names of files, not by a heading. */
  static DraftColumn ofName(String name, List<String> parts) {
    DraftColumn column = new DraftColumn(name);
    column.values.addAll(parts);
    column.fromName = true;
    return column;
  }

  /** Letters and digits in lower case, joined by underscores. */
  static String plainName(String heading) {
    StringBuilder name = new StringBuilder();
    for (char c : heading.toLowerCase(Locale.ROOT).toCharArray()) {
      boolean plain = Character.isLetterOrDigit(c);
      if (plain || (!name.isEmpty() && name.charAt(name.length() - 1) != '_')) {
        name.append(plain ? c : '_');
      }
    }
    while (!name.isEmpty() && name.charAt(name.length() - 1) == '_') {
      name.setLength(name.length() - 1);
    }
    if (name.isEmpty()) {
      return MARKS.getOrDefault(heading.strip(), UNNAMED);
    }
    return Character.isLetter(name.charAt(0)) ? name.toString() : "c_" + name;
  }

  /** Whether a text can name a column as it is. */
  static boolean isPlainName(String text) {
    return text.matches("\\p{Ll}[\\p{Ll}\\p{N}_]*") && plainName(text).equals(text);
  }

  /** Notes that its texts were meant to be numbers. */
  void beNumber() {
    number = true;
  }

  /** Notes that its values name something, so that digits are no numbers. */
  void nameSomething() {
    names = true;
  }

  /**
   * Takes what one source has under one of the spellings.
   *
   * @param always whether each row fills it that counts
   * @param alone whether no table before has any of the values
   */
  void take(ValueProfile profile, int table, boolean always, boolean alone) {
    ColumnType type = profile.type();
    tables.set(table);
    rows += profile.rows();
    notAlways |= !always;
    filled += profile.filled();
    if (profile.filled() > 0 && type.isCalendar()) {
      LocalDate first = LocalDate.parse(profile.least());
      LocalDate last = LocalDate.parse(profile.greatest());
      least = least == null || first.isBefore(least) ? first : least;
      greatest = greatest == null || last.isAfter(greatest) ? last : greatest;
    }
    if (profile.filled() > 0) {
      kinds.merge(type.kind(), profile.filled(), Long::sum);
      places = Math.max(places, type.places());
    }
    Set<String> theirs = profile.values();
    unique &= alone && profile.distinct() == profile.filled() && !profile.hasMoreDistinct();
    if (taken.add(theirs)) {
      for (String value : theirs) {
        boolean isNew = values.size() < MOST_VALUES && values.add(value);
        unique &= isNew;
      }
    }
  }

  void spell(String heading) {
    spellings.putIfAbsent(Headings.comparable(heading), heading);
  }

  void doubt(String why) {
    if (!doubts.contains(why)) {
      doubts.add(why);
    }
  }

  /** Notes that the names of files tell their sources apart by it. */
  void markTellsApart() {
    tellsApart = true;
  }

  /** Whether sources differ by it, so that figures are best seen by it. */
  boolean tellsApart() {
    return tellsApart;
  }

  /** A column that a lookup fills. */
  static DraftColumn broughtBy(String lookup, String name, DraftColumn from) {
    DraftColumn column = new DraftColumn(name);
    column.kinds.putAll(from.kinds);
    column.values.addAll(from.values);
    column.places = from.places;
    column.lookup = lookup;
    return column;
  }

  /** The lookup that fills it; empty for a column that is read. */
  String lookup() {
    return lookup;
  }

  /** A column of a type, whose values come from several columns. */
  static DraftColumn gathered(String name, ColumnType.Kind kind, int places) {
    DraftColumn column = new DraftColumn(name);
    column.kinds.put(kind, 1L);
    column.places = places;
    return column;
  }

  /** A column of the months that headings name. */
  static DraftColumn ofMonths(String name, Collection<String> headings) {
    DraftColumn column = gathered(name, ColumnType.Kind.DATE, 0);
    column.monthCount = headings.size();
    return column;
  }

  /** Whether it has the months that headings name. */
  boolean isOfMonths() {
    return monthCount > 0;
  }

  /** How many months there are from the first of its days to the last; 0 where that isn't known. */
  long months() {
    return least == null || greatest == null
        ? monthCount
        : ChronoUnit.MONTHS.between(least.withDayOfMonth(1), greatest.withDayOfMonth(1)) + 1;
  }

  long filled() {
    return filled;
  }

  long rows() {
    return rows;
  }

  void rename(String newName) {
    name = newName;
  }

  String name() {
    return name;
  }

  boolean isSpelt(String heading) {
    return spellings.containsKey(Headings.comparable(heading));
  }

  /** The spellings that are not the name itself. */
  List<String> otherSpellings() {
    return spellings.values().stream()
        .filter(s -> !Headings.comparable(s).equals(Headings.comparable(name)))
        .toList();
  }

  /** Whether each row that was seen has the same text. */
  boolean isConstant() {
    return values.size() == 1 && filled > 1 && isAlwaysFilled() && !fromName;
  }

  /** The heading by which it was met first. */
  String heading() {
    return spellings.values().iterator().next();
  }

  Collection<String> spellings() {
    return spellings.values();
  }

  /** Doubts that names in several spellings are different ones. */
  void doubtSpellings() {
    if (type().kind() == ColumnType.Kind.TEXT) {
      Spellings.inWords(values)
          .ifPresent(
              many ->
                  doubt(
                      name()
                          + ": "
                          + many
                          + "; if they are one, add same: [case, spaces, punctuation, accents]"));
    }
  }

  List<String> doubts() {
    return doubts;
  }

  Set<String> values() {
    return values;
  }

  boolean isFromName() {
    return fromName;
  }

  /** Whether no filled value appears twice, in all sources together. */
  boolean isUnique() {
    return unique && filled > 1 && filled == rows;
  }

  /** Whether each row fills it that counts, those of totals and remarks aside. */
  boolean isAlwaysFilled() {
    return filled > 0 && !notAlways;
  }

  int sources() {
    return tables.cardinality();
  }

  /** Takes the place of another that no table has beside it. */
  void join(DraftColumn other) {
    other.spellings.forEach(spellings::putIfAbsent);
    other.kinds.forEach((kind, count) -> kinds.merge(kind, count, Long::sum));
    values.addAll(other.values);
    tables.or(other.tables);
    places = Math.max(places, other.places);
    filled += other.filled;
    rows += other.rows;
    unique = false;
    notAlways |= other.notAlways;
    other.doubts.forEach(this::doubt);
  }

  /** Whether each of some tables has the one or the other, and none has both. */
  boolean complements(DraftColumn other, int count) {
    BitSet all = (BitSet) tables.clone();
    all.or(other.tables);
    return !tables.intersects(other.tables) && all.cardinality() == count && !other.isFromName();
  }

  /** The type that most of the filled values have; whole numbers beside decimals are decimals. */
  ColumnType type() {
    Map<ColumnType.Kind, Long> counted = new HashMap<>(kinds);
    Long whole = counted.get(ColumnType.Kind.INTEGER);
    if (whole != null && counted.containsKey(ColumnType.Kind.DECIMAL)) {
      counted.remove(ColumnType.Kind.INTEGER);
      counted.merge(ColumnType.Kind.DECIMAL, whole, Long::sum);
    }
    ColumnType.Kind most = ColumnType.Kind.TEXT;
    long count = 0;
    for (Map.Entry<ColumnType.Kind, Long> kind : counted.entrySet()) {
      if (kind.getValue() > count) {
        most = kind.getKey();
        count = kind.getValue();
      }
    }
    if (number) {
      return ColumnType.decimal(Math.max(LEAST_PLACES, places));
    }
    boolean digits = most == ColumnType.Kind.INTEGER;
    if (digits && (names || spellings.values().stream().allMatch(HeadingWords::nameSomething))) {
      return ColumnType.text();
    }
    return most == ColumnType.Kind.DECIMAL
        ? ColumnType.decimal(Math.max(LEAST_PLACES, places))
        : ColumnType.of(most);
  }
}
