package baddle.app.draft.words;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a heading means by its words: abbreviations, plurals and marks are written out as the trade
 * writes them, so that {@code Cust. no}, {@code Customer #} and {@code CustomerNumber} are one.
 */
public record HeadingWords(Set<String> words, Set<String> currencies) {

  private static final Set<String> EMPTY_WORDS = Set.of("the", "of", "a", "an", "each", "per");

  private static final Set<String> CURRENCIES =
      Set.of("gbp", "eur", "usd", "chf", "dkk", "sek", "nok", "pln", "czk", "jpy", "cad", "aud");

  /** What a document or a party is told by, of which there is one for each. */
  private static final Set<String> TOLD_BY = Set.of("number", "code", "account", "reference");

  private static final Set<String> DOCUMENTS =
      Set.of("order", "invoice", "document", "receipt", "voucher", "postcode", "telephone");

  /** Words that make another figure of the same name. */
  private static final Set<String> QUALIFYING =
      Set.of(
          "net",
          "gross",
          "tax",
          "vat",
          "discount",
          "budget",
          "last",
          "previous",
          "prior",
          "opening",
          "closing",
          "due",
          "paid",
          "open",
          "cost",
          "average",
          "percent",
          "total",
          "target",
          "plan",
          "forecast",
          "actual",
          "ytd",
          "cumulative",
          "in",
          "out",
          "from",
          "to",
          "old",
          "new",
          "min",
          "max",
          "delivery",
          "debit",
          "credit");

  private static final Map<String, String> MEANINGS = new HashMap<>();

  static {
    means("number", "no", "nr", "num", "number", "id", "nummer", "numero");
    means("quantity", "qty", "qties", "quantities", "units", "pcs", "pieces", "menge", "qte");
    means("amount", "amt", "amts", "value", "betrag", "montant", "importe");
    means("description", "desc", "descr", "bezeichnung");
    means("customer", "cust", "client", "kunde");
    means("product", "prod", "item", "article", "artikel");
    means("supplier", "supp", "vendor", "lieferant");
    means("account", "acct", "acc", "konto", "compte");
    means("invoice", "inv", "rechnung", "facture");
    means("document", "doc", "beleg");
    means("department", "dept", "dep");
    means("address", "addr");
    means("telephone", "tel", "phone");
    means("reference", "ref");
    means("currency", "ccy", "curr");
    means("date", "dt", "datum", "on");
    means("sale", "sold");
    means("payment", "pmt", "paymt");
    means("category", "cat");
    means("average", "avg");
    means("balance", "bal");
    means("percent", "pct", "prozent");
    means("month", "mth", "monat");
    means("year", "yr", "jahr");
    means("price", "preis", "prix");
    means("employee", "emp");
    means("manager", "mgr");
    means("warehouse", "whse");
    means("location", "loc");
    means("transaction", "trans", "txn");
    means("group", "grp");
    means("discount", "disc");
    means("received", "recd", "rcvd");
  }

  private static void means(String word, String... written) {
    Arrays.stream(written).forEach(one -> MEANINGS.put(one, word));
  }

  public HeadingWords {
    words = Set.copyOf(words);
    currencies = Set.copyOf(currencies);
  }

  /** The words of a heading. */
  public static HeadingWords of(String heading) {
    Set<String> words = new LinkedHashSet<>();
    Set<String> currencies = new HashSet<>();
    for (String word : split(heading)) {
      if (CURRENCIES.contains(word)) {
        currencies.add(word);
      } else if (!EMPTY_WORDS.contains(word)) {
        words.add(meaning(word));
      }
    }
    return new HeadingWords(words, currencies);
  }

  private static List<String> split(String heading) {
    String marked =
        heading
            .replaceAll("(\\p{Ll})(\\p{Lu})", "$1 $2")
            .replace("#", " number ")
            .replace("%", " percent ")
            .replace("\u00a3", " gbp ")
            .replace("\u20ac", " eur ")
            .replace("$", " usd ")
            .replace("'s", "");
    return Arrays.stream(marked.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
        .filter(word -> !word.isEmpty())
        .toList();
  }

  private static String meaning(String word) {
    String known = MEANINGS.get(word);
    if (known != null) {
      return known;
    }
    String singular =
        word.endsWith("ies") && word.length() > 4
            ? word.substring(0, word.length() - 3) + "y"
            : word.endsWith("s") && !word.endsWith("ss") && word.length() > 3
                ? word.substring(0, word.length() - 1)
                : word;
    return MEANINGS.getOrDefault(singular, singular);
  }

  /** Whether both name the same, in whatever order and spelling. */
  public boolean areThoseOf(HeadingWords other) {
    return !words.isEmpty() && words.equals(other.words) && fit(other);
  }

  /**
   * Whether all the words of one are among those of the other, and what the one has more doesn't
   * make it another figure.
   */
  public boolean areNear(HeadingWords other) {
    if (words.isEmpty() || other.words.isEmpty() || !fit(other)) {
      return false;
    }
    boolean within = words.containsAll(other.words);
    Set<String> more = new HashSet<>(within ? words : other.words);
    more.removeAll(within ? other.words : words);
    return (within || other.words.containsAll(words))
        && more.stream().noneMatch(QUALIFYING::contains);
  }

  /** Amounts in two currencies are two things. */
  private boolean fit(HeadingWords other) {
    return currencies.isEmpty()
        || other.currencies.isEmpty()
        || currencies.equals(other.currencies);
  }

  /** Whether a heading's numbers name something, and don't count or measure it. */
  public static boolean nameSomething(String heading) {
    List<String> split = split(heading);
    if (split.isEmpty() || split.contains("of")) {
      return false;
    }
    List<String> written = split.stream().map(HeadingWords::meaning).collect(Collectors.toList());
    String last = written.get(written.size() - 1);
    boolean only =
        split.size() == 1 && DOCUMENTS.contains(MEANINGS.getOrDefault(split.get(0), split.get(0)));
    return only || TOLD_BY.contains(last);
  }

  /** Whether a heading's values are of documents, or of what else has a number of its own. */
  public static boolean nameDocuments(String heading) {
    return split(heading).stream().map(HeadingWords::meaning).anyMatch(DOCUMENTS::contains);
  }
}
