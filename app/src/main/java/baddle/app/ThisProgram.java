package baddle.app;

import java.io.File;

/** Tells this program from one that was built otherwise, for what one keeps and the other finds. */
public final class ThisProgram {

  private ThisProgram() {}

  /** What it is made of, by sizes and times. */
  public static String parts() {
    StringBuilder text = new StringBuilder(System.getProperty("java.version"));
    for (String part : System.getProperty("java.class.path").split(File.pathSeparator)) {
      File file = new File(part);
      text.append(' ').append(file.length()).append(' ').append(file.lastModified());
    }
    return text.toString();
  }
}
