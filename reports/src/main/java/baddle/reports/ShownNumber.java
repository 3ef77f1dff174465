package baddle.reports;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.View;
import baddle.core.value.ColumnType;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import java.util.Optional;

/** How the numbers of a measure are written. */
public final class ShownNumber {

  private static final String GROUPED = "#,##0";
  private static final String PERCENT = "0.0%";

  private final String pattern;
  private final DecimalFormat format;
  private final View view;
  private final NumberStyle style;
  private final ColumnType type;

  /**
   * A number's looks.
   *
   * @param places the decimal places to show where there is no pattern
   * @param type the type of the measure's values
   */
  ShownNumber(Measure measure, int places, ColumnType type, Locale locale) {
    this.view = measure.view();
    this.style = measure.style();
    this.type = view.kind() == View.Kind.VALUE ? type : ColumnType.decimal(0);
    int shown = style.unit() == NumberStyle.Unit.ONES ? places : 0;
    String plain = shown == 0 ? GROUPED : GROUPED + "." + "0".repeat(shown);
    String standard =
        view.kind().isShare() ? PERCENT : view.kind() == View.Kind.RANK ? GROUPED : plain;
    this.pattern = style.pattern().orElse(standard);
    this.format = new DecimalFormat(pattern, DecimalFormatSymbols.getInstance(locale));
    style.currency().ifPresent(format::setCurrency);
    format.setRoundingMode(RoundingMode.HALF_UP);
  }

  /** Whether values are days or moments, not numbers. */
  public boolean isCalendar() {
    return type.isCalendar();
  }

  /** The mark between whole and part. */
  public char decimalMark() {
    return format.getDecimalFormatSymbols().getDecimalSeparator();
  }

  /** The number format of a workbook (ISO/IEC 29500) that shows the same. */
  public String workbookPattern() {
    String currency = style.currency().map(code -> code.getSymbol(Locale.ROOT)).orElse("");
    String whole =
        pattern
            .replace("\u00a4", currency.isEmpty() ? "" : "[$" + currency + "]")
            .replace("'", "\"");
    String scaled =
        style.unit() == NumberStyle.Unit.ONES ? whole : scaled(whole, style.unit().zeros() / 3);
    String positive = scaled.split(";", 2)[0];
    if (view.kind().isVariance()) {
      String good = positive + "\" F\"";
      String bad = "-" + positive + "\" A\"";
      return view.upIsGood()
          ? good + ";" + bad + ";" + positive
          : positive + "\" A\";-" + positive + "\" F\";" + positive;
    }
    if (!view.kind().isChange() || style.sign() == NumberStyle.Sign.NONE) {
      return scaled;
    }
    return quoted(up()) + positive + ";" + quoted(downMark()) + positive + ";" + quoted("=");
  }

  /** A pattern that shows a number in thousands or millions: commas after its last digit. */
  private static String scaled(String pattern, int thousands) {
    StringBuilder scaled = new StringBuilder();
    for (String part : pattern.split(";")) {
      int last = Math.max(part.lastIndexOf('0'), part.lastIndexOf('#'));
      scaled
          .append(scaled.isEmpty() ? "" : ";")
          .append(part, 0, last + 1)
          .append(",".repeat(thousands))
          .append(part.substring(last + 1));
    }
    return scaled.toString();
  }

  private static String quoted(String sign) {
    return "\"" + sign + " \"";
  }

  private String up() {
    return style.sign() == NumberStyle.Sign.ARROW ? "▲" : "+";
  }

  private String downMark() {
    return style.sign() == NumberStyle.Sign.ARROW ? "▼" : "-";
  }

  /** A value as it is shown, numbers rounded half up. */
  public String show(BigDecimal value) {
    if (type.isCalendar()) {
      return type.shown(value.longValue());
    }
    BigDecimal scaled = value.movePointLeft(style.unit().zeros());
    if (view.kind().isVariance()) {
      String mark =
          value.signum() == 0 ? "" : (value.signum() > 0) == view.upIsGood() ? " F" : " A";
      return plain(scaled) + mark;
    }
    if (view.kind().isChange() && style.sign() != NumberStyle.Sign.NONE) {
      String sign = value.signum() == 0 ? "=" : value.signum() > 0 ? up() : downMark();
      return sign + " " + plain(scaled.abs());
    }
    return plain(scaled);
  }

  private String plain(BigDecimal value) {
    String shown = format.format(value);
    return isZero(shown) && shown.startsWith("-") ? shown.substring(1) : shown;
  }

  private static boolean isZero(String shown) {
    return shown.chars().noneMatch(c -> c >= '1' && c <= '9');
  }

  /** Writes how numbers are written, for whoever writes them elsewhere. */
  public void write(JsonGenerator json) throws IOException {
    DecimalFormatSymbols symbols = format.getDecimalFormatSymbols();
    json.writeObjectFieldStart("format");
    json.writeBooleanField("calendar", isCalendar());
    json.writeNumberField("least", format.getMinimumFractionDigits());
    json.writeNumberField("most", format.getMaximumFractionDigits());
    json.writeNumberField("whole", format.getMinimumIntegerDigits());
    json.writeNumberField("group", format.isGroupingUsed() ? format.getGroupingSize() : 0);
    json.writeStringField("grouping", String.valueOf(symbols.getGroupingSeparator()));
    json.writeStringField("mark", String.valueOf(symbols.getDecimalSeparator()));
    json.writeNumberField("times", format.getMultiplier());
    json.writeNumberField("zeros", style.unit().zeros());
    json.writeStringField("before", format.getPositivePrefix());
    json.writeStringField("after", format.getPositiveSuffix());
    json.writeStringField("beforeNegative", format.getNegativePrefix());
    json.writeStringField("afterNegative", format.getNegativeSuffix());
    json.writeBooleanField("upIsGood", view.upIsGood());
    json.writeEndObject();
  }

  /** A value as data: an exact number, or a day of ISO 8601. */
  public String exact(BigDecimal value) {
    return type.isCalendar() ? type.shown(value.longValue()) : value.toPlainString();
  }

  /** What is shown for a value that may be missing. */
  String show(Optional<BigDecimal> value, String blanks) {
    return value.map(this::show).orElse(blanks);
  }
}
