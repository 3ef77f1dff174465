package baddle.core.crosstab;

import java.util.Arrays;

/** Numbers in a row, written and read in the same order. */
final class KeptNumbers {

  private long[] numbers;
  private int size;
  private int next;

  KeptNumbers() {
    numbers = new long[64];
  }

  /** Numbers to be read. */
  KeptNumbers(long[] numbers) {
    this.numbers = numbers;
    this.size = numbers.length;
  }

  void write(long number) {
    if (size == numbers.length) {
      numbers = Arrays.copyOf(numbers, size * 2);
    }
    numbers[size++] = number;
  }

  /** Writes some of an array; zeros where it ends before. */
  void write(long[] some, int from, int to) {
    for (int i = from; i < to; i++) {
      write(i < some.length ? some[i] : 0);
    }
  }

  long[] written() {
    return Arrays.copyOf(numbers, size);
  }

  /**
   * The next number.
   *
   * @throws IllegalStateException if there is none
   */
  long read() {
    if (next == size) {
      throw new IllegalStateException("fewer numbers than were written");
    }
    return numbers[next++];
  }

  int readInt() {
    return Math.toIntExact(read());
  }

  boolean isAtEnd() {
    return next == size;
  }
}
