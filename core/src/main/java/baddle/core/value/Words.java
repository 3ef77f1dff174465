package baddle.core.value;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** Eight bytes of a text read at once as one number, the first in its lowest bits. */
public final class Words {

  /** The lowest bit of each byte. */
  public static final long EACH = 0x0101010101010101L;

  /** The highest bit of each byte, which no byte of ASCII has. */
  public static final long HIGH = 0x8080808080808080L;

  private static final VarHandle WORDS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private Words() {}

  /** The eight bytes from an index on, all of which there must be. */
  public static long at(byte[] text, int index) {
    return (long) WORDS.get(text, index);
  }
}
