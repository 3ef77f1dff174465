package baddle.app.compare;

import baddle.core.crosstab.spec.CrosstabSpec;
import java.math.BigDecimal;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What moved a summary, by file, as far as it is known without going over rows. */
final class MovedSummary {
  private final Causes.Asked asked;
  final CrosstabSpec counting;
  private final List<Movement> movements;
  private final Map<RowChange, Map<List<String>, Movement>> kinds = new EnumMap<>(RowChange.class);

  /** Those whose rows are told apart. */
  Set<String> files = Set.of();

  MovedSummary(Causes.Asked asked, CrosstabSpec counting, List<Movement> movements) {
    this.asked = asked;
    this.counting = counting;
    this.movements = movements;
  }

  String dataset() {
    return asked.bySource().dataset();
  }

  void add(RowChange kind, Map<List<String>, Movement> ofKind) {
    kinds.computeIfAbsent(kind, k -> new HashMap<>()).putAll(ofKind);
  }

  List<Cause> causes() {
    return movements.stream()
        .map(
            movement -> {
              Map<RowChange, Cause.Part> parts = parts(movement, kinds);
              return new Cause(movement, asked.reasons().of(Causes.file(movement), parts), parts);
            })
        .sorted((one, other) -> Movement.LARGEST.compare(one.movement(), other.movement()))
        .toList();
  }

  private static Map<RowChange, Cause.Part> parts(
      Movement movement, Map<RowChange, Map<List<String>, Movement>> moved) {
    String file = Causes.file(movement);
    Map<RowChange, Cause.Part> parts = new EnumMap<>(RowChange.class);
    moved.forEach(
        (kind, ofKind) -> {
          Optional<Movement> counted = Optional.ofNullable(ofKind.get(List.of(Causes.ROWS, file)));
          BigDecimal rows =
              counted
                  .map(
                      c ->
                          c.after().orElse(BigDecimal.ZERO).max(c.before().orElse(BigDecimal.ZERO)))
                  .orElse(BigDecimal.ZERO);
          BigDecimal amount =
              Optional.ofNullable(ofKind.get(List.of(movement.measure(), file)))
                  .map(Movement::amount)
                  .orElse(BigDecimal.ZERO);
          if (rows.signum() != 0) {
            parts.put(kind, new Cause.Part(rows.longValue(), amount));
          }
        });
    return parts;
  }
}
