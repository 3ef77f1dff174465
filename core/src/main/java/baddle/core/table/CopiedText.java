package baddle.core.table;

/** Characters made of bytes, of which the first so many are those of the pool. */
final class CopiedText {

  final char[] characters;
  final int length;

  CopiedText(char[] characters, int length) {
    this.characters = characters;
    this.length = length;
  }
}
