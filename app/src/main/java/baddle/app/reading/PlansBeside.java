package baddle.app.reading;

import baddle.app.Project;
import baddle.plan.PlanException;
import baddle.plan.read.PlanReader;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.slf4j.LoggerFactory;

/** The other plans in a plan's folder, whose inputs are protected too. */
final class PlansBeside {

  /** How many lines of a file may come before the key that makes it a plan. */
  private static final int HEAD_LINES = 50;

  private PlansBeside() {}

  /** All of them. */
  static List<Path> files(Project own) throws IOException {
    return documents(own.folder()).stream()
        .filter(file -> !file.equals(own.planFile()) && isPlan(file))
        .toList();
  }

  /** Those that can be read without values for parameters. */
  static List<Project> projects(Project own) throws IOException {
    List<Project> projects = new ArrayList<>();
    for (Path file : files(own)) {
      try {
        projects.add(new Project(file, PlanReader.read(file, Map.of(), Optional.empty())));
      } catch (PlanException e) {
        LoggerFactory.getLogger(PlansBeside.class).debug("{} can't be followed", file, e);
      }
    }
    return projects;
  }

  private static Set<Path> documents(Path folder) throws IOException {
    Set<Path> found = new TreeSet<>();
    try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.{yaml,yml}")) {
      files.forEach(found::add);
    }
    return found;
  }

  private static boolean isPlan(Path file) {
    if (!Files.isRegularFile(file)) {
      return false;
    }
    try (BufferedReader lines = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      return lines.lines().limit(HEAD_LINES).anyMatch(line -> line.startsWith("baddle:"));
    } catch (IOException | UncheckedIOException e) {
      LoggerFactory.getLogger(PlansBeside.class).debug("{} can't be read", file, e);
      return false;
    }
  }
}
