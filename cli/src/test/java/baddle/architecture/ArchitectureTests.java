package baddle.architecture;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaCall;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Holds the import directions of docs/design/architecture.md, package by package. */
class ArchitectureTests {

  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .withImportOption(location -> !location.contains("-tests.jar"))
          .importPackages("baddle");

  /** What each package may import of this project, and of other people's. */
  private static final Map<String, List<String>> MAY_IMPORT =
      Map.ofEntries(
          Map.entry(
              "baddle.app",
              List.of(
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..",
                  "com.dynatrace..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.amend",
              List.of(
                  "baddle.app",
                  "baddle.app.fill",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.core..",
                  "baddle.formats..")),
          Map.entry(
              "baddle.app.cells",
              List.of(
                  "baddle.app", "baddle.core..", "baddle.plan..", "baddle.store..", "org.slf4j..")),
          Map.entry(
              "baddle.app.changes",
              List.of(
                  "baddle.app",
                  "baddle.app.closed",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.results",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.check",
              List.of(
                  "baddle.app",
                  "baddle.app.cells",
                  "baddle.app.closed",
                  "baddle.app.consolidate",
                  "baddle.app.kept",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.reference",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.close",
              List.of(
                  "baddle.app",
                  "baddle.app.check",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.closed",
              List.of("baddle.app.review", "baddle.core..", "baddle.plan..", "baddle.store..")),
          Map.entry("baddle.app.columns", List.of("baddle.app", "baddle.core..", "baddle.store..")),
          Map.entry(
              "baddle.app.compare",
              List.of(
                  "baddle.app",
                  "baddle.app.cells",
                  "baddle.app.kept",
                  "baddle.app.reference",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.consolidate",
              List.of(
                  "baddle.app",
                  "baddle.app.changes",
                  "baddle.app.closed",
                  "baddle.app.derived",
                  "baddle.app.kept",
                  "baddle.app.parts",
                  "baddle.app.reading",
                  "baddle.app.reference",
                  "baddle.app.results",
                  "baddle.app.review",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.demo",
              List.of("baddle.app", "baddle.core..", "baddle.formats..", "java.sql..")),
          Map.entry(
              "baddle.app.derived",
              List.of(
                  "baddle.app",
                  "baddle.app.cells",
                  "baddle.app.closed",
                  "baddle.app.reading",
                  "baddle.app.reference",
                  "baddle.app.review",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.draft",
              List.of(
                  "baddle.app",
                  "baddle.app.check",
                  "baddle.app.consolidate",
                  "baddle.app.draft.found",
                  "baddle.app.draft.words",
                  "baddle.app.look",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.plan..")),
          Map.entry(
              "baddle.app.draft.found", List.of("baddle.app", "baddle.app.look", "baddle.core..")),
          Map.entry("baddle.app.draft.words", List.of("baddle.core..", "baddle.plan..")),
          Map.entry(
              "baddle.app.export",
              List.of(
                  "baddle.app",
                  "baddle.app.compare",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.results",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.core..",
                  "baddle.database..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.extract",
              List.of(
                  "baddle.app",
                  "baddle.app.export",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.results",
                  "baddle.core..",
                  "baddle.database..",
                  "baddle.formats..",
                  "baddle.plan..")),
          Map.entry(
              "baddle.app.fill",
              List.of(
                  "baddle.app",
                  "baddle.app.export",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.history",
              List.of(
                  "baddle.app",
                  "baddle.app.closed",
                  "baddle.app.compare",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.kept",
              List.of(
                  "baddle.app",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.plan..",
                  "baddle.store..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.lists",
              List.of(
                  "baddle.app",
                  "baddle.app.check",
                  "baddle.app.compare",
                  "baddle.app.consolidate",
                  "baddle.app.derived",
                  "baddle.app.export",
                  "baddle.app.look",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry("baddle.app.look", List.of("baddle.core..", "baddle.formats..")),
          Map.entry("baddle.app.output", List.of("baddle.app", "org.slf4j..")),
          Map.entry(
              "baddle.app.parts",
              List.of(
                  "baddle.app.changes",
                  "baddle.app.reading",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.plain",
              List.of(
                  "baddle.app",
                  "baddle.app.export",
                  "baddle.app.look",
                  "baddle.app.parts",
                  "baddle.app.reading",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.reports..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.reading",
              List.of(
                  "baddle.app",
                  "baddle.app.output",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.reference",
              List.of(
                  "baddle.app",
                  "baddle.app.reading",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.results",
              List.of(
                  "baddle.app",
                  "baddle.app.reading",
                  "baddle.core..",
                  "baddle.database..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "java.net")),
          Map.entry(
              "baddle.app.review",
              List.of(
                  "baddle.app.cells",
                  "baddle.app.reference",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.run",
              List.of(
                  "baddle.app",
                  "baddle.app.cells",
                  "baddle.app.check",
                  "baddle.app.compare",
                  "baddle.app.consolidate",
                  "baddle.app.export",
                  "baddle.app.fill",
                  "baddle.app.kept",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.results",
                  "baddle.app.session",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.database..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "baddle.store..",
                  "java.net",
                  "org.slf4j..")),
          Map.entry(
              "baddle.app.session",
              List.of(
                  "baddle.app",
                  "baddle.app.cells",
                  "baddle.app.reference",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.summarize",
              List.of(
                  "baddle.app",
                  "baddle.app.cells",
                  "baddle.app.output",
                  "baddle.app.reading",
                  "baddle.app.reference",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.trace",
              List.of(
                  "baddle.app",
                  "baddle.app.consolidate",
                  "baddle.app.export",
                  "baddle.app.reading",
                  "baddle.app.results",
                  "baddle.app.review",
                  "baddle.app.session",
                  "baddle.app.summarize",
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "baddle.store..")),
          Map.entry(
              "baddle.app.watch",
              List.of(
                  "baddle.app",
                  "baddle.app.reading",
                  "baddle.app.run",
                  "baddle.core..",
                  "baddle.plan..",
                  "org.slf4j..")),
          Map.entry(
              "baddle.cli",
              List.of(
                  "baddle.app..",
                  "baddle.cli.build",
                  "baddle.cli.figures",
                  "baddle.cli.keep",
                  "baddle.cli.look",
                  "baddle.cli.options",
                  "baddle.cli.out",
                  "baddle.cli.prove",
                  "baddle.cli.papers",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.build",
              List.of(
                  "baddle.app..",
                  "baddle.cli.options",
                  "baddle.cli.out",
                  "baddle.cli.prove",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "com.fasterxml.jackson..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.figures",
              List.of(
                  "baddle.app..",
                  "baddle.cli.options",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.keep",
              List.of(
                  "baddle.app..",
                  "baddle.cli.options",
                  "baddle.cli.prove",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "com.fasterxml.jackson..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.look",
              List.of(
                  "baddle.app..",
                  "baddle.cli.build",
                  "baddle.cli.options",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "com.fasterxml.jackson..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.options",
              List.of(
                  "baddle.app..",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "com.fasterxml.jackson..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.out",
              List.of(
                  "baddle.app..",
                  "baddle.cli.options",
                  "baddle.cli.prove",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "com.fasterxml.jackson..",
                  "org.apache.commons.cli..")),
          Map.entry("baddle.cli.papers", List.of("baddle.cli.options", "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.prove",
              List.of(
                  "baddle.app..",
                  "baddle.cli.figures",
                  "baddle.cli.options",
                  "baddle.cli.terminal",
                  "baddle.core..",
                  "baddle.plan..",
                  "baddle.reports..",
                  "com.fasterxml.jackson..",
                  "org.apache.commons.cli..")),
          Map.entry(
              "baddle.cli.terminal",
              List.of("baddle.app..", "baddle.reports..", "java.util.logging")),
          Map.entry("baddle.core.calendar", List.of()),
          Map.entry("baddle.core.check", List.of("baddle.core.table")),
          Map.entry(
              "baddle.core.crosstab",
              List.of(
                  "baddle.core.calendar",
                  "baddle.core.crosstab.spec",
                  "baddle.core.expression",
                  "baddle.core.finding",
                  "baddle.core.table",
                  "baddle.core.value",
                  "it.unimi.dsi..")),
          Map.entry(
              "baddle.core.crosstab.spec",
              List.of(
                  "baddle.core.expression",
                  "baddle.core.finding",
                  "baddle.core.table",
                  "baddle.core.value")),
          Map.entry(
              "baddle.core.derivation",
              List.of(
                  "baddle.core.calendar",
                  "baddle.core.expression",
                  "baddle.core.finding",
                  "baddle.core.lookup",
                  "baddle.core.table",
                  "baddle.core.value")),
          Map.entry(
              "baddle.core.expression",
              List.of(
                  "baddle.core.calendar",
                  "baddle.core.finding",
                  "baddle.core.table",
                  "baddle.core.value",
                  "com.google.re2j..",
                  "it.unimi.dsi..")),
          Map.entry("baddle.core.finding", List.of("org.apache.commons.text..")),
          Map.entry(
              "baddle.core.grid",
              List.of("baddle.core.calendar", "baddle.core.finding", "baddle.core.value")),
          Map.entry(
              "baddle.core.intake",
              List.of(
                  "baddle.core.calendar",
                  "baddle.core.expression",
                  "baddle.core.finding",
                  "baddle.core.grid",
                  "baddle.core.intake.heading",
                  "baddle.core.outcome",
                  "baddle.core.table",
                  "baddle.core.value")),
          Map.entry(
              "baddle.core.intake.heading", List.of("baddle.core.calendar", "baddle.core.grid")),
          Map.entry(
              "baddle.core.lookup",
              List.of(
                  "baddle.core.finding",
                  "baddle.core.table",
                  "baddle.core.value",
                  "it.unimi.dsi..")),
          Map.entry("baddle.core.outcome", List.of("baddle.core.finding", "baddle.core.grid")),
          Map.entry(
              "baddle.core.profile",
              List.of(
                  "baddle.core.calendar",
                  "baddle.core.grid",
                  "baddle.core.intake",
                  "baddle.core.intake.heading",
                  "baddle.core.table",
                  "baddle.core.value")),
          Map.entry("baddle.core.table", List.of("baddle.core.value")),
          Map.entry("baddle.core.value", List.of("baddle.core.calendar")),
          Map.entry(
              "baddle.database",
              List.of(
                  "baddle.core..",
                  "java.net",
                  "java.sql..",
                  "org.postgresql..",
                  "org.slf4j..",
                  "org.sqlite..")),
          Map.entry(
              "baddle.formats",
              List.of(
                  "baddle.core..",
                  "baddle.formats.csv",
                  "baddle.formats.html",
                  "baddle.formats.mail",
                  "baddle.formats.ods",
                  "baddle.formats.result",
                  "baddle.formats.xls",
                  "baddle.formats.xlsx")),
          Map.entry(
              "baddle.formats.csv",
              List.of("baddle.core..", "baddle.formats.text", "de.siegmar..")),
          Map.entry(
              "baddle.formats.edit",
              List.of(
                  "baddle.core..",
                  "baddle.formats.number",
                  "baddle.formats.ods",
                  "baddle.formats.xlsx",
                  "baddle.formats.xml",
                  "javax.xml..",
                  "org.codehaus.stax2..")),
          Map.entry(
              "baddle.formats.html",
              List.of("baddle.core..", "baddle.formats.text", "org.jsoup..")),
          Map.entry("baddle.formats.mail", List.of("baddle.core..", "org.apache.james.mime4j..")),
          Map.entry("baddle.formats.number", List.of("baddle.core..")),
          Map.entry(
              "baddle.formats.ods",
              List.of(
                  "baddle.core..", "baddle.formats.xml", "javax.xml..", "org.codehaus.stax2..")),
          Map.entry(
              "baddle.formats.result",
              List.of("baddle.core..", "com.fasterxml.jackson..", "com.github.luben..")),
          Map.entry(
              "baddle.formats.rows",
              List.of(
                  "baddle.core..",
                  "baddle.formats.ods",
                  "baddle.formats.xlsx",
                  "baddle.formats.xlsx.write",
                  "com.fasterxml.jackson..",
                  "de.siegmar..",
                  "java.sql..",
                  "org.dhatim..",
                  "org.sqlite..")),
          Map.entry("baddle.formats.text", List.of()),
          Map.entry(
              "baddle.formats.xls",
              List.of("baddle.core..", "baddle.formats.number", "org.apache.poi..")),
          Map.entry(
              "baddle.formats.xlsx",
              List.of(
                  "baddle.core..",
                  "baddle.formats.number",
                  "baddle.formats.xml",
                  "javax.xml..",
                  "org.codehaus.stax2..")),
          Map.entry(
              "baddle.formats.xlsx.write",
              List.of("baddle.core..", "baddle.formats.xlsx", "org.dhatim..")),
          Map.entry(
              "baddle.formats.xml",
              List.of(
                  "baddle.core..", "com.fasterxml.aalto..", "javax.xml..", "org.codehaus.stax2..")),
          Map.entry(
              "baddle.plan",
              List.of("baddle.core..", "baddle.plan.database", "baddle.plan.output")),
          Map.entry("baddle.plan.database", List.of()),
          Map.entry("baddle.plan.output", List.of("baddle.core..", "baddle.plan.database")),
          Map.entry(
              "baddle.plan.read",
              List.of(
                  "baddle.core..",
                  "baddle.plan",
                  "baddle.plan.database",
                  "baddle.plan.output",
                  "org.yaml.snakeyaml..")),
          Map.entry(
              "baddle.reports",
              List.of("baddle.core..", "baddle.formats..", "com.fasterxml.jackson..")),
          Map.entry(
              "baddle.reports.data",
              List.of(
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.reports",
                  "com.fasterxml.jackson..")),
          Map.entry(
              "baddle.reports.page",
              List.of(
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.reports",
                  "baddle.reports.data",
                  "baddle.reports.picture",
                  "baddle.reports.text",
                  "com.fasterxml.jackson..",
                  "java.security")),
          Map.entry(
              "baddle.reports.picture",
              List.of(
                  "baddle.core..",
                  "baddle.reports",
                  "de.erichseifert.vectorgraphics2d..",
                  "java.awt..",
                  "javax.imageio..",
                  "org.jfree..")),
          Map.entry(
              "baddle.reports.text",
              List.of("baddle.core..", "baddle.reports", "baddle.reports.picture")),
          Map.entry(
              "baddle.reports.workbook",
              List.of(
                  "baddle.core..",
                  "baddle.formats..",
                  "baddle.reports",
                  "baddle.reports.page",
                  "baddle.reports.picture",
                  "java.awt..",
                  "javax.imageio..")),
          Map.entry(
              "baddle.store",
              List.of(
                  "baddle.core..",
                  "baddle.store.entry",
                  "com.github.luben..",
                  "java.sql..",
                  "org.sqlite..")),
          Map.entry("baddle.store.entry", List.of("baddle.core..")));

  private static final String[] EVERYONE = {
    "java.lang..",
    "java.io..",
    "java.math..",
    "java.nio..",
    "java.text..",
    "java.time..",
    "java.util",
    "java.util.concurrent..",
    "java.util.function..",
    "java.util.regex..",
    "java.util.stream..",
    "java.util.zip..",
    "org.jspecify..",
    ""
  };

  static Stream<String> packages() {
    return MAY_IMPORT.keySet().stream().sorted();
  }

  @ParameterizedTest
  @MethodSource("packages")
  void a_package_imports_only_what_its_place_allows(String name) {
    String[] allowed =
        Stream.of(
                Stream.of(EVERYONE),
                Stream.of(name),
                MAY_IMPORT.getOrDefault(name, List.of()).stream())
            .flatMap(names -> names)
            .toArray(String[]::new);

    classes()
        .that()
        .resideInAPackage(name)
        .should()
        .onlyDependOnClassesThat()
        .resideInAnyPackage(allowed)
        .check(CLASSES);
  }

  @Test
  void every_package_is_in_the_table() {
    List<String> inTheTable =
        CLASSES.stream()
            .map(JavaClass::getPackageName)
            .distinct()
            .filter(name -> !name.equals("baddle.bench"))
            .sorted()
            .toList();

    assertThat(MAY_IMPORT.keySet()).containsExactlyInAnyOrderElementsOf(inTheTable);
  }

  @Test
  void a_type_name_is_there_once() {
    assertThat(
            CLASSES.stream()
                .filter(type -> type.isTopLevelClass() && !type.getSimpleName().contains("-"))
                .map(JavaClass::getSimpleName))
        .doesNotHaveDuplicates();
  }

  @Test
  void there_are_no_cycles() {
    slices().matching("baddle.(**)").should().beFreeOfCycles().check(CLASSES);
  }

  @Test
  void only_the_door_knows_the_standard_streams_and_ends_the_process() {
    noClasses()
        .that()
        .doNotHaveFullyQualifiedName("baddle.cli.Main")
        .should()
        .callMethod(System.class, "exit", int.class)
        .orShould()
        .accessField(System.class, "out")
        .orShould()
        .accessField(System.class, "err")
        .check(CLASSES);
  }

  /** Those that write files beside the store, into it, or for the moment; all else is an output. */
  private static final Set<String> MAY_WRITE =
      Set.of(
          "baddle.app.EditedPlan",
          "baddle.app.FileMove",
          "baddle.app.KeptBytes",
          "baddle.app.amend.AmendRun",
          "baddle.app.demo.DemoProject",
          "baddle.app.demo.TillDatabase",
          "baddle.app.export.AppendedFile",
          "baddle.app.export.LogFile",
          "baddle.app.fill.FillMaking",
          "baddle.app.output.OutputFile",
          "baddle.app.output.OutputList",
          "baddle.app.output.Unfinished",
          "baddle.app.results.QueryLineReader",
          "baddle.app.results.ResultFetcher",
          "baddle.cli.Main",
          "baddle.cli.Papers");

  private static final Set<String> WRITING =
      Set.of(
          "copy",
          "createFile",
          "createLink",
          "createTempFile",
          "move",
          "newBufferedWriter",
          "newOutputStream",
          "write",
          "writeString");

  private static final DescribedPredicate<JavaCall<?>> WRITES =
      DescribedPredicate.describe(
          "write a file",
          call -> {
            String owner = call.getTargetOwner().getName();
            List<String> takes =
                call.getTarget().getRawParameterTypes().stream().map(JavaClass::getName).toList();
            boolean isReading = takes.contains("java.io.OutputStream");
            return (owner.equals("java.nio.file.Files")
                    && WRITING.contains(call.getName())
                    && !isReading)
                || Set.of("java.io.FileOutputStream", "java.io.FileWriter").contains(owner);
          });

  @Test
  void outputs_are_written_by_one_class() {
    noClasses()
        .that()
        .resideInAnyPackage("baddle.app..", "baddle.cli..")
        .and(
            DescribedPredicate.describe(
                "may not write",
                type -> !MAY_WRITE.contains(type.getName().replaceFirst("\\$.*", ""))))
        .should()
        .callCodeUnitWhere(WRITES)
        .check(CLASSES);
  }

  @Test
  void core_has_no_binary_floating_point() {
    noClasses()
        .that()
        .resideInAPackage("baddle.core..")
        .should()
        .dependOnClassesThat()
        .haveFullyQualifiedName("java.lang.Double")
        .orShould()
        .dependOnClassesThat()
        .haveFullyQualifiedName("java.lang.Float")
        .check(CLASSES);
  }

  @Test
  void at_least_a_third_of_the_types_are_hidden() {
    long all = CLASSES.stream().filter(JavaClass::isTopLevelClass).count();
    long hidden =
        CLASSES.stream()
            .filter(JavaClass::isTopLevelClass)
            .filter(type -> !type.getModifiers().contains(JavaModifier.PUBLIC))
            .count();

    assertThat(hidden * 3).isGreaterThanOrEqualTo(all);
  }
}
