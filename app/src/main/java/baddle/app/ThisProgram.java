package baddle.app;

import java.io.File;

/** Tells this program from one that was built otherwise, for what one keeps and the other finds. */
public final class ThisProgram {

  private static final String PARTS = found();

  private ThisProgram() {}

  /** What it is made of, by sizes and times as they were when it was started. */
  public static String parts() {
    return PARTS;
  }

  private static String found() {
    StringBuilder text = new StringBuilder(System.getProperty("java.version"));
    for (String part : System.getProperty("java.class.path").split(File.pathSeparator)) {
      File file = new File(part);
      text.append(' ').append(file.length()).append(' ').append(file.lastModified());
    }
    return text.toString();
  }
}
