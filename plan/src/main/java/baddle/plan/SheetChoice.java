package baddle.plan;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which sheets of its workbooks a feed reads.
 *
 * @param names patterns of their names
 * @param positions their places among all sheets of the workbook, from 1
 * @param except patterns of names that aren't read
 */
public record SheetChoice(
    List<NamePattern> names, List<Integer> positions, List<NamePattern> except) {

  /** Every visible sheet that has the headings. */
  public static final SheetChoice ANY = new SheetChoice(List.of(), List.of(), List.of());

  /** Copies the lists. */
  public SheetChoice {
    names = List.copyOf(names);
    positions = List.copyOf(positions);
    except = List.copyOf(except);
  }

  /** Whether sheets are chosen at all, rather than told by their headings. */
  public boolean isStated() {
    return !names.isEmpty() || !positions.isEmpty();
  }

  /** Whether the plan says that a sheet isn't read. */
  public boolean isExcepted(String name) {
    return except.stream().anyMatch(pattern -> pattern.match(name).isPresent());
  }

  /**
   * What the name of a sheet carries, if the feed wants the sheet.
   *
   * @param position its place in the workbook, from 1
   */
  public Optional<Map<String, String>> match(String name, int position) {
    if (isExcepted(name)) {
      return Optional.empty();
    }
    Optional<Map<String, String>> parts =
        names.stream().flatMap(pattern -> pattern.match(name).stream()).findFirst();
    boolean wanted = !isStated() || positions.contains(position);
    return parts.isEmpty() && wanted ? Optional.of(Map.of()) : parts;
  }

  /** As it is written in the plan. */
  @Override
  public String toString() {
    StringBuilder text = new StringBuilder();
    names.forEach(name -> text.append(name).append(", "));
    positions.forEach(position -> text.append(position).append(", "));
    except.forEach(name -> text.append("not ").append(name).append(", "));
    return text.isEmpty() ? "" : text.substring(0, text.length() - 2);
  }
}
