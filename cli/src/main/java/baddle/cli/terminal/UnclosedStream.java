package baddle.cli.terminal;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;

/** Passes bytes on to a stream that isn't closed with it. */
public final class UnclosedStream extends FilterOutputStream {

  /** Over a stream that stays open. */
  public UnclosedStream(OutputStream out) {
    super(out);
  }

  @Override
  public void write(byte[] bytes, int offset, int length) throws IOException {
    out.write(bytes, offset, length);
  }

  @Override
  public void close() throws IOException {
    flush();
  }
}
