package baddle.formats;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRemark;
import baddle.core.grid.GridSheet;
import baddle.core.grid.MessageHead;
import baddle.core.grid.NamedRange;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A file that is something else than its name says.
 *
 * @param file the file as what it is
 * @param extension what its name says
 */
record Misnamed(GridFile file, String extension) implements GridFile {

  /** The file itself where its name ends with one of the extensions of its kind. */
  static GridFile check(Path path, GridFile file, String... extensions) {
    String name = String.valueOf(path.getFileName()).toLowerCase(Locale.ROOT);
    int dot = name.lastIndexOf('.');
    String extension = dot < 0 ? "" : name.substring(dot);
    return List.of(extensions).contains(extension) ? file : new Misnamed(file, extension);
  }

  @Override
  public List<GridSheet> sheets() {
    return file.sheets();
  }

  @Override
  public String kind() {
    return file.kind();
  }

  @Override
  public List<NamedRange> names() throws IOException {
    return file.names();
  }

  @Override
  public Optional<MessageHead> message() {
    return file.message();
  }

  @Override
  public Dialect dialect() {
    return file.dialect();
  }

  @Override
  public List<GridRemark> remarks() {
    return file.remarks();
  }

  @Override
  public List<String> oddities() {
    List<String> oddities = new ArrayList<>(file.oddities());
    oddities.add(
        (extension.isEmpty() ? "its name has no ending" : "its name ends with " + extension)
            + "; read as what it is: "
            + file.kind());
    return oddities;
  }

  @Override
  public void close() throws IOException {
    file.close();
  }
}
