package baddle.core.value;

import java.util.Comparator;

/**
 * The order a person puts names in: runs of digits by their number ({@code 2} before {@code 10}),
 * letters without regard to case, and exact characters only to tell equals apart.
 */
public final class NaturalOrder implements Comparator<String> {

  /** The only one. */
  public static final NaturalOrder INSTANCE = new NaturalOrder();

  private NaturalOrder() {}

  @Override
  public int compare(String a, String b) {
    int i = 0;
    int j = 0;
    while (i < a.length() && j < b.length()) {
      char one = a.charAt(i);
      char other = b.charAt(j);
      if (isDigit(one) && isDigit(other)) {
        int endA = endOfDigits(a, i);
        int endB = endOfDigits(b, j);
        int byNumber = compareNumbers(a, i, endA, b, j, endB);
        if (byNumber != 0) {
          return byNumber;
        }
        i = endA;
        j = endB;
      } else {
        int byLetter = one == other ? 0 : Character.compare(fold(one), fold(other));
        if (byLetter != 0) {
          return byLetter;
        }
        i++;
        j++;
      }
    }
    int byRest = Integer.compare(a.length() - i, b.length() - j);
    return byRest != 0 ? byRest : a.compareTo(b);
  }

  private static int compareNumbers(String a, int i, int endA, String b, int j, int endB) {
    int fromA = skipZeros(a, i, endA);
    int fromB = skipZeros(b, j, endB);
    int byLength = Integer.compare(endA - fromA, endB - fromB);
    return byLength != 0 ? byLength : a.substring(fromA, endA).compareTo(b.substring(fromB, endB));
  }

  private static int skipZeros(String text, int start, int end) {
    int i = start;
    while (i < end - 1 && text.charAt(i) == '0') {
      i++;
    }
    return i;
  }

  private static int endOfDigits(String text, int start) {
    int i = start;
    while (i < text.length() && isDigit(text.charAt(i))) {
      i++;
    }
    return i;
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  private static char fold(char c) {
    return Character.toLowerCase(Character.toUpperCase(c));
  }
}
