package baddle.reports;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;

/** The style and the script that a page carries. */
final class PageScript {

  private static final List<String> SCRIPTS =
      List.of("numbers.js", "cells.js", "table.js", "chart.js", "rows.js", "page.js");

  private PageScript() {}

  static String style(ReportStyle style) throws IOException {
    String accent = style.accent();
    return resource("page.css")
        + (accent.isEmpty()
            ? ""
            : "@media (prefers-color-scheme: light) { :root { --accent: #%s; } .series0 { fill: #%s; stroke: #%s; } }\n"
                .formatted(accent, accent, accent));
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
    try (InputStream in =
        Objects.requireNonNull(PageScript.class.getResourceAsStream("page/" + name))) {
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
