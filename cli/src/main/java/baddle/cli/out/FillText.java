package baddle.cli.out;

import baddle.app.fill.FillResult;
import baddle.cli.options.JsonText;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Says what was put into workbooks. */
public final class FillText {

  private static final int MOST = 12;

  private final Path folder;

  /** Of a project in a folder. */
  public FillText(Path folder) {
    this.folder = folder;
  }

  /** What was filled, in lines. */
  public List<String> lines(List<FillResult> results, boolean dryRun) {
    List<String> lines = new ArrayList<>();
    List<String> agreeing = new ArrayList<>();
    for (FillResult result : results) {
      if (result.isEarlier() && result.changed() == 0 && !result.wantsEye()) {
        agreeing.add(result.period());
        continue;
      }
      if (result.isEarlier() && result.agrees() && result.kept().isEmpty()) {
        lines.add(shortly(result, dryRun));
        continue;
      }
      lines.add(place(result));
      lines.add("  " + filled(result, dryRun) + ", " + result.unchanged() + " unchanged");
      for (FillResult.Total total : result.totals()) {
        lines.add("  " + total.where() + " " + total.figure() + ": " + said(total));
      }
      list(
          lines,
          "not in the sheet",
          result.unplaced().stream()
              .map(one -> one.item() + ": " + one.figure() + " " + value(one) + why(one.reason()))
              .toList());
      list(
          lines,
          "cells that stay",
          result.kept().stream()
              .map(
                  one ->
                      one.cell()
                          + " holds "
                          + said(one.holds())
                          + ", not "
                          + said(one.wanted())
                          + ": "
                          + one.reason())
              .toList());
      list(
          lines,
          "numbers of the template, cleared",
          result.cleared().stream()
              .map(one -> one.cell() + " held " + one.held() + " (" + one.item() + ")")
              .toList());
      list(lines, "without data", result.withoutData());
      result
          .noRows()
          .forEach(
              name ->
                  lines.add(
                      "  no row of "
                          + name
                          + " is of "
                          + result.period()
                          + "; baddle check says which periods there are"));
      result.warnings().forEach(warning -> lines.add("  note: " + warning));
      if (!result.isEarlier() && !agreeing.isEmpty()) {
        lines.add(
            "  "
                + NumberText.counted(agreeing.size(), "earlier period")
                + (agreeing.size() == 1 ? " agrees" : " agree")
                + " with the dataset: "
                + String.join(", ", agreeing));
        agreeing.clear();
      }
    }
    return lines;
  }

  private String place(FillResult result) {
    return result.name()
        + ": "
        + file(result)
        + ", sheet "
        + result.sheet()
        + (result.copied() ? ", copied" : "")
        + ", "
        + result.period();
  }

  private static String filled(FillResult result, boolean dryRun) {
    return NumberText.counted(result.changed(), "cell") + (dryRun ? " would be filled" : " filled");
  }

  /** An earlier period that agrees with the dataset, in one line. */
  private String shortly(FillResult result, boolean dryRun) {
    List<String> items =
        result.unplaced().stream().map(FillResult.Unplaced::item).distinct().toList();
    return place(result)
        + ": "
        + filled(result, dryRun)
        + (items.isEmpty() ? "" : "; not in the sheet: " + Listing.of(items));
  }

  /** The sheets that were filled, a line for each fill that changed something. */
  public static List<String> sheets(List<FillResult> results) {
    Map<String, List<String>> byFill = new LinkedHashMap<>();
    for (FillResult result : results) {
      if (result.changed() > 0) {
        byFill
            .computeIfAbsent(result.name(), name -> new ArrayList<>())
            .add(
                result.sheet()
                    + (result.copied()
                        ? " new"
                        : " " + NumberText.counted(result.changed(), "cell") + " changed"));
      }
    }
    return byFill.entrySet().stream()
        .map(one -> one.getKey() + ": " + String.join(", ", one.getValue()))
        .toList();
  }

  private static String said(FillResult.Total total) {
    String all = NumberText.exact(total.all());
    String inSheet = NumberText.exact(total.inSheet());
    String notInSheet = NumberText.exact(total.notInSheet());
    return total.agrees()
        ? all + " = " + inSheet + " in the sheet + " + notInSheet + " not in it"
        : inSheet
            + " in the sheet, "
            + all
            + " in the dataset"
            + (total.notInSheet().signum() == 0
                ? ""
                : ", of which it has no cell for " + notInSheet)
            + ": "
            + NumberText.exact(total.apart())
            + " apart";
  }

  private static String value(FillResult.Unplaced one) {
    boolean number = one.value().matches("-?[0-9]+(\\.[0-9]+)?");
    return number ? NumberText.exact(new BigDecimal(one.value())) : one.value();
  }

  private static String why(String reason) {
    return reason.equals("not in the sheet") ? "" : " (" + reason + ")";
  }

  private static String said(String value) {
    return value.isEmpty() ? "nothing" : value;
  }

  private static void list(List<String> lines, String title, List<String> all) {
    if (all.isEmpty()) {
      return;
    }
    lines.add("  " + title + ":");
    all.stream().limit(MOST).forEach(line -> lines.add("    " + line));
    if (all.size() > MOST) {
      lines.add("    and " + (all.size() - MOST) + " more; --json lists them");
    }
  }

  private String file(FillResult result) {
    Path home = folder.toAbsolutePath().normalize();
    Path file = result.file().toAbsolutePath();
    return file.startsWith(home) ? home.relativize(file).toString() : file.toString();
  }

  String json(List<FillResult> results) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartArray();
          for (FillResult result : results) {
            write(result, json);
          }
          json.writeEndArray();
        });
  }

  /** What was filled, as an object. */
  public void write(FillResult result, JsonGenerator json) throws IOException {
    json.writeStartObject();
    json.writeStringField("fill", result.name());
    json.writeStringField("file", file(result));
    json.writeStringField("sheet", result.sheet());
    json.writeBooleanField("copied", result.copied());
    json.writeStringField("period", result.period());
    json.writeBooleanField("earlier", result.isEarlier());
    json.writeNumberField("filled", result.changed());
    json.writeNumberField("unchanged", result.unchanged());
    json.writeArrayFieldStart("totals");
    for (FillResult.Total total : result.totals()) {
      json.writeStartObject();
      json.writeStringField("where", total.where());
      json.writeStringField("figure", total.figure());
      json.writeNumberField("all", total.all());
      json.writeNumberField("in_the_sheet", total.inSheet());
      json.writeNumberField("not_in_it", total.notInSheet());
      json.writeNumberField("apart", total.apart());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("not_in_the_sheet");
    for (FillResult.Unplaced one : result.unplaced()) {
      json.writeStartObject();
      json.writeStringField("item", one.item());
      json.writeStringField("figure", one.figure());
      json.writeStringField("value", one.value());
      json.writeStringField("reason", one.reason());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("cells_that_stay");
    for (FillResult.Kept one : result.kept()) {
      json.writeStartObject();
      json.writeStringField("cell", one.cell());
      json.writeStringField("holds", one.holds());
      json.writeStringField("wanted", one.wanted());
      json.writeStringField("reason", one.reason());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("cleared");
    for (FillResult.Cleared one : result.cleared()) {
      json.writeStartObject();
      json.writeStringField("cell", one.cell());
      json.writeStringField("item", one.item());
      json.writeStringField("held", one.held());
      json.writeEndObject();
    }
    json.writeEndArray();
    JsonText.strings(json, "without_data", result.withoutData());
    JsonText.strings(json, "no_rows", result.noRows());
    JsonText.strings(json, "warnings", result.warnings());
    json.writeEndObject();
  }
}
