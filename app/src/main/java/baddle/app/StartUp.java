package baddle.app;

import baddle.store.NativeLibraries;
import java.io.IOException;
import java.nio.file.Path;

/** What makes later starts of the program quicker. */
public final class StartUp {

  private StartUp() {}

  /** Unpacks the native libraries into a folder, from where the launcher has them loaded. */
  public static void unpackNativeLibraries(Path folder) throws IOException {
    NativeLibraries.unpack(folder);
  }
}
