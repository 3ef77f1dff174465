package baddle.formats.edit;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;

/** Goes over a formula once. */
final class FormulaReading {
  private static final MathContext RATIO = new MathContext(17);

  private final FormulaArithmetic cells;
  private final String sheet;
  private final List<FormulaPiece> pieces = new ArrayList<>();
  private int at;

  FormulaReading(FormulaArithmetic cells, String sheet, String formula) {
    this.cells = cells;
    this.sheet = sheet;
    FormulaText.of(formula).pieces().stream()
        .filter(piece -> !piece.text().isBlank())
        .forEach(pieces::add);
  }

  BigDecimal all() throws NoResultException {
    BigDecimal result = sum();
    if (at < pieces.size()) {
      throw new NoResultException();
    }
    return result.precision() > 17 ? result.round(RATIO) : result;
  }

  private boolean take(String operator) {
    boolean there = at < pieces.size() && pieces.get(at).text().equals(operator);
    at += there ? 1 : 0;
    return there;
  }

  private BigDecimal sum() throws NoResultException {
    BigDecimal left = product();
    while (true) {
      if (take("+")) {
        left = left.add(product());
      } else if (take("-")) {
        left = left.subtract(product());
      } else {
        return left;
      }
    }
  }

  private BigDecimal product() throws NoResultException {
    BigDecimal left = signed();
    while (true) {
      if (take("*")) {
        left = left.multiply(signed());
      } else if (take("/")) {
        BigDecimal by = signed();
        if (by.signum() == 0) {
          throw new NoResultException();
        }
        left = left.divide(by, RATIO);
      } else {
        return left;
      }
    }
  }

  private BigDecimal signed() throws NoResultException {
    if (take("-")) {
      return signed().negate();
    }
    return take("+") ? signed() : one();
  }

  private BigDecimal one() throws NoResultException {
    if (take("(")) {
      BigDecimal inner = sum();
      closed();
      return inner;
    }
    if (at >= pieces.size()) {
      throw new NoResultException();
    }
    FormulaPiece piece = pieces.get(at++);
    return switch (piece.kind()) {
      case FUNCTION -> ofSum();
      case CELLS -> cell(piece);
      case OTHER -> number(piece.text());
      case NAME -> throw new NoResultException();
    };
  }

  private BigDecimal number(String text) throws NoResultException {
    if (!text.matches("[0-9.]+(?:[eE][-+]?[0-9]+)?")) {
      throw new NoResultException();
    }
    return new BigDecimal(text);
  }

  private void closed() throws NoResultException {
    if (!take(")")) {
      throw new NoResultException();
    }
  }

  private BigDecimal ofSum() throws NoResultException {
    if (!take("(")) {
      throw new NoResultException();
    }
    BigDecimal total = BigDecimal.ZERO;
    do {
      boolean cells =
          at < pieces.size() && pieces.get(at).kind() == FormulaPiece.Kind.CELLS && endsAfterOne();
      total = total.add(cells ? range(pieces.get(at++)) : sum());
    } while (take(","));
    closed();
    return total;
  }

  private boolean endsAfterOne() {
    String next = at + 1 < pieces.size() ? pieces.get(at + 1).text() : "";
    return next.equals(",") || next.equals(")");
  }

  private BigDecimal range(FormulaPiece piece) throws NoResultException {
    String of = piece.sheetName().isEmpty() ? sheet : piece.sheetName();
    BigDecimal total = BigDecimal.ZERO;
    for (CellAt cell : cells.filled(of, piece.range().orElseThrow(NoResultException::new))) {
      FormulaArithmetic.Value value = cells.value(of, cell);
      if (value.number().isPresent()) {
        total = total.add(value.number().get());
      } else if (!value.blank() && !value.text()) {
        throw new NoResultException();
      }
    }
    return total;
  }

  private BigDecimal cell(FormulaPiece piece) throws NoResultException {
    CellAt cell = CellAt.parse(piece.text()).orElseThrow(NoResultException::new);
    FormulaArithmetic.Value value =
        cells.value(piece.sheetName().isEmpty() ? sheet : piece.sheetName(), cell);
    if (value.blank()) {
      return BigDecimal.ZERO;
    }
    return value.number().orElseThrow(NoResultException::new);
  }
}
