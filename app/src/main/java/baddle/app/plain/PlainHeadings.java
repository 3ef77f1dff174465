package baddle.app.plain;

import baddle.app.look.FileProfiler;
import baddle.app.look.LookChoice;
import baddle.app.look.LookedSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.core.profile.TableProfile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Which columns files have: those of the first table, and those that tables much like it have
 * besides.
 */
final class PlainHeadings {

  private final Set<String> names = new LinkedHashSet<>();
  private final Set<String> known = new LinkedHashSet<>();
  private final Set<String> optional = new LinkedHashSet<>();
  private int tables;

  private PlainHeadings() {}

  /** Looks for them; files that can't be read have none. */
  static PlainColumns of(List<Path> files, PlainChoice choice) throws IOException {
    PlainHeadings headings = new PlainHeadings();
    LookChoice look = new LookChoice(choice.sheet(), choice.range(), 0, false);
    for (Path file : files) {
      try {
        for (LookedSheet sheet : FileProfiler.standard().look(file, look).sheets()) {
          if (!sheet.report() && (sheet.visible() || choice.sheet().isPresent())) {
            sheet.tables().forEach(headings::add);
          }
        }
      } catch (UnreadableFileException ignored) {
        // Reported when the rows are read.
      }
    }
    return new PlainColumns(List.copyOf(headings.names), headings.optional, false);
  }

  private static String key(String heading) {
    return heading.strip().toLowerCase(Locale.ROOT);
  }

  private void add(TableProfile table) {
    List<String> own = new ArrayList<>();
    table.columns().stream()
        .map(TableProfile.Column::heading)
        .filter(heading -> !heading.isBlank())
        .forEach(own::add);
    long common = own.stream().filter(heading -> known.contains(key(heading))).count();
    boolean fits = tables == 0 ? !own.isEmpty() : common * 2 > Math.min(own.size(), known.size());
    if (!fits) {
      return;
    }
    Set<String> keys = new LinkedHashSet<>();
    own.forEach(heading -> keys.add(key(heading)));
    names.stream().filter(name -> !keys.contains(key(name))).forEach(optional::add);
    for (String heading : own) {
      if (known.add(key(heading))) {
        names.add(heading);
        if (tables > 0) {
          optional.add(heading);
        }
      }
    }
    tables++;
  }
}
