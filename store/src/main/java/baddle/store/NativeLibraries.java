package baddle.store;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import org.sqlite.util.LibraryLoaderUtil;

/** The native parts of the database driver and the compressor, which lie packed in their jars. */
public final class NativeLibraries {

  private NativeLibraries() {}

  /**
   * Unpacks both into a folder as {@code sqlite} and {@code zstd}.
   *
   * @throws IOException if this machine has none
   */
  public static void unpack(Path folder) throws IOException {
    Files.createDirectories(folder);
    String sqlite =
        LibraryLoaderUtil.getNativeLibResourcePath() + "/" + LibraryLoaderUtil.getNativeLibName();
    copy(sqlite, folder.resolve("sqlite"));
    copy(zstd(), folder.resolve("zstd"));
  }

  private static String zstd() {
    String system = System.getProperty("os.name").toLowerCase(Locale.ROOT);
    String processor = System.getProperty("os.arch");
    String version = com.github.luben.zstd.util.ZstdVersion.VERSION;
    boolean mac = system.startsWith("mac");
    String folder = mac ? "darwin" : "linux";
    String arch = mac && processor.equals("amd64") ? "x86_64" : processor;
    return "/" + folder + "/" + arch + "/libzstd-jni-" + version + (mac ? ".dylib" : ".so");
  }

  private static void copy(String resource, Path target) throws IOException {
    try (InputStream in = NativeLibraries.class.getResourceAsStream(resource)) {
      if (in == null) {
        throw new IOException("no native library " + resource);
      }
      Files.copy(in, target);
    }
  }
}
