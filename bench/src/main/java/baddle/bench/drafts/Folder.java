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
 * @param files what is in it
 */
record Folder(Truth truth, boolean mustDoubt, List<SourceFile> files) {

  Folder(Truth truth) {
    this(truth, false, new ArrayList<>());
  }

  Folder add(SourceFile file) {
    files.add(file);
    return this;
  }

  Folder stating(int totals) {
    return new Folder(truth.stating(totals), mustDoubt, files);
  }

  void write(Path folder) throws IOException {
    for (SourceFile file : files) {
      file.write(folder);
    }
  }
}
