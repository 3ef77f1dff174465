package baddle.app.demo;

import baddle.app.ContentHash;
import baddle.app.Project;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Lays the demo project out in a folder. A list of the hashes of what was laid out last tells which
 * files have been changed since: those are kept.
 */
public final class DemoProject {

  private static final String LIST = "demo-files.txt";

  private final Path folder;

  /** For a folder, which need not be there yet. */
  public DemoProject(Path folder) {
    this.folder = folder.toAbsolutePath().normalize();
  }

  /**
   * What laying out did.
   *
   * @param written how many files were written
   * @param unchanged how many were there already
   * @param kept files that were changed since and left alone
   */
  public record Laid(int written, int unchanged, List<String> kept) {

    /** Copies the list. */
    public Laid {
      kept = List.copyOf(kept);
    }
  }

  /** The plan's file. */
  public Path plan() {
    return folder.resolve(Project.PLAN_NAME);
  }

  /**
   * Writes the files.
   *
   * @param force whether changed files are overwritten too
   */
  public Laid layOut(boolean force) throws IOException {
    Map<String, String> listed = readList();
    int written = 0;
    int unchanged = 0;
    List<String> kept = new ArrayList<>();
    for (Map.Entry<String, byte[]> file : contents().entrySet()) {
      Path target = folder.resolve(file.getKey());
      boolean exists = Files.exists(target);
      boolean asLaid = exists && ContentHash.of(target).equals(listed.get(file.getKey()));
      if (asLaid) {
        unchanged++;
      } else if (exists && !force) {
        kept.add(file.getKey());
      } else {
        Files.createDirectories(target.resolveSibling(""));
        Files.write(target, file.getValue());
        listed.put(file.getKey(), ContentHash.of(target));
        written++;
      }
    }
    writeList(listed);
    return new Laid(written, unchanged, kept);
  }

  private static Map<String, byte[]> contents() throws IOException {
    Map<String, byte[]> files = new LinkedHashMap<>();
    files.put(Project.PLAN_NAME, resource(Project.PLAN_NAME));
    files.put("statements.yaml", resource("statements.yaml"));
    files.put("adjustments.yaml", resource("adjustments.yaml"));
    files.put("README.md", resource("README.md"));
    TillFiles.add(files);
    TradeFiles.add(files);
    ReturnForms.add(files);
    CashFiles.add(files);
    ReferenceFiles.add(files);
    TillDatabase.add(files);
    return files;
  }

  private static byte[] resource(String name) throws IOException {
    try (InputStream in = DemoProject.class.getResourceAsStream(name)) {
      if (in == null) {
        throw new IOException("the demo's " + name + " is missing from this build");
      }
      return in.readAllBytes();
    }
  }

  private Path list() {
    return Project.storeFolder(plan()).resolve(LIST);
  }

  private Map<String, String> readList() throws IOException {
    Map<String, String> listed = new TreeMap<>();
    if (Files.exists(list())) {
      for (String line : Files.readAllLines(list())) {
        int space = line.indexOf(' ');
        if (space > 0) {
          listed.put(line.substring(space + 1), line.substring(0, space));
        }
      }
    }
    return listed;
  }

  private void writeList(Map<String, String> listed) throws IOException {
    Files.createDirectories(list().resolveSibling(""));
    List<String> lines = new ArrayList<>();
    listed.forEach((path, hash) -> lines.add(hash + " " + path));
    Files.write(list(), lines);
  }
}
