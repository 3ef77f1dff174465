package baddle.reports.page;

import baddle.reports.ReportColours;
import baddle.reports.ReportStyle;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** The style and the script that a page carries. */
final class PageScript {

  private static final List<String> SCRIPTS =
      List.of("numbers.js", "cells.js", "table.js", "chart.js", "rows.js", "page.js");

  private PageScript() {}

  /** The page's style, with the colours of series, and the accent that a plan wants. */
  static String style(ReportStyle style) throws IOException {
    String accent = style.accent().isEmpty() ? ReportColours.ACCENT : style.accent();
    return resource("page.css")
        + series(number -> style.series(number))
        + "@media (prefers-color-scheme: light) { :root { --accent: #%s; } }\n".formatted(accent)
        + "@media (prefers-color-scheme: dark) { %s}\n"
            .formatted(series(ReportColours.SERIES_DARK::get));
  }

  private static String series(IntFunction<String> color) {
    return IntStream.range(0, ReportColours.SERIES.size())
        .mapToObj(
            i ->
                ".series%d { fill: #%s; stroke: #%s; }\n"
                    .formatted(i, color.apply(i), color.apply(i)))
        .collect(Collectors.joining());
  }

  /** Without the lines that are comments. */
  static String script() throws IOException {
    StringBuilder script = new StringBuilder("'use strict';\n");
    for (String name : SCRIPTS) {
      script.append(
          resource(name)
              .lines()
              .filter(line -> !line.strip().startsWith("//") && !line.strip().startsWith("/**"))
              .collect(Collectors.joining("\n", "", "\n")));
    }
    return script.toString();
  }

  private static String resource(String name) throws IOException {
    try (InputStream in = Objects.requireNonNull(PageScript.class.getResourceAsStream(name))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  /** What a page's policy knows a text by. */
  static String hash(String text) {
    try {
      byte[] digest =
          MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
      return Base64.getEncoder().encodeToString(digest);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
