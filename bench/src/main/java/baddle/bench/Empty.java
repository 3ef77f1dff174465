package baddle.bench;

/** A floor: a program that does nothing. */
final class Empty {

  private Empty() {}

  /** Does nothing. */
  public static void main(String[] args) {}
}
