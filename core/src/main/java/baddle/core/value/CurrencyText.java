package baddle.core.value;

/** Finds the currency in numbers as people write them. Not safe for use by several threads. */
public final class CurrencyText {

  private final WrittenNumber number = new WrittenNumber();

  /** For numbers one after the other. */
  public CurrencyText() {}

  /** The sign or the code of three capitals as written; empty where there is none. */
  public String of(char[] text, int start, int end) {
    return number.read(text, start, end) && number.hasCurrency() ? number.currency() : "";
  }
}
