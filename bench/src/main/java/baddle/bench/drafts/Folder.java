package baddle.bench.drafts;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * A folder that somebody has, and what they want of it.
 *
 * @param truth what its files mean
 * @param mustDoubt whether no plan can be right without a person's word, so that a doubt is right
 * @param beside how many other datasets its files are of
 * @param files what is in it
 */
record Folder(Truth truth, boolean mustDoubt, int beside, List<SourceFile> files) {

  Folder(Truth truth) {
    this(truth, false, 0, new ArrayList<>());
  }

  Folder add(SourceFile file) {
    files.add(file);
    return this;
  }

  /** A folder in which nobody can be sure without asking. */
  static Folder unsure(Truth truth) {
    return new Folder(truth, true, 0, new ArrayList<>());
  }

  /** The same with so many other datasets. */
  Folder beside(int others) {
    return new Folder(truth, mustDoubt, others, files);
  }

  Folder stating(int totals) {
    return new Folder(truth.stating(totals), mustDoubt, beside, files);
  }

  void write(Path folder) throws IOException {
    for (SourceFile file : files) {
      file.write(folder);
    }
  }
}
