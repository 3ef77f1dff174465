package baddle.core.crosstab;

import baddle.core.table.Vector;
import java.util.Arrays;
import java.util.OptionalLong;

/**
 * Numbers the items of one level of an axis as they appear, from 1; 0 is the item of blank values.
 */
interface ItemCoder {

  /** The code of the blank item. */
  int BLANK = 0;

  /**
   * Codes a range of a vector's rows.
   *
   * @param codes receives the code of the first row at 0
   */
  default void code(Vector vector, int from, int to, int[] codes) {
    Arrays.fill(codes, 0, to - from, BLANK);
    addCodes(vector, from, to, 0, codes);
  }

  /**
   * Adds the code of each of a range of a vector's rows to a key.
   *
   * @param shift by how many bits a code is shifted first
   * @param keys the key of the first row at 0
   */
  void addCodes(Vector vector, int from, int to, int shift, int[] keys);

  /** Whether its items are texts; the others are known by numbers. */
  default boolean isOfText() {
    return false;
  }

  /** One more than the largest code so far. */
  int size();

  /** What an item is called. */
  String label(int code);

  /** Compares two items other than the blank one in the order they are shown. */
  int compare(int one, int other);

  /** The number that an item is known by, such as that of its period; none for texts. */
  OptionalLong number(int code);

  /** The code of the item that is known by a number, which is added if it is new. */
  int codeOf(long number);

  /** The code of the item with a label, which is added if it can be. */
  int codeOf(String label);
}
