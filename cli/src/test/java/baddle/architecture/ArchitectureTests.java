package baddle.architecture;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Holds the import directions of docs/architecture.md, package by package. */
class ArchitectureTests {

  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .withImportOption(location -> !location.contains("-tests.jar"))
          .importPackages("baddle");

  /** What each package may import of this project, and of other people's. */
  private static final Map<String, List<String>> MAY_IMPORT =
      Map.ofEntries(
          Map.entry("baddle.core.finding", List.of("org.apache.commons.text..")),
          Map.entry("baddle.core.value", List.of("baddle.core.finding")),
          Map.entry("baddle.core.table", List.of("baddle.core.finding", "baddle.core.value")),
          Map.entry(
              "baddle.core.expression",
              List.of(
                  "baddle.core.finding",
                  "baddle.core.value",
                  "baddle.core.table",
                  "com.google.re2j..",
                  "it.unimi.dsi..")),
          Map.entry(
              "baddle.core.lookup",
              List.of(
                  "baddle.core.finding",
                  "baddle.core.value",
                  "baddle.core.table",
                  "it.unimi.dsi..")),
          Map.entry(
              "baddle.core.derivation",
              List.of(
                  "baddle.core.finding",
                  "baddle.core.value",
                  "baddle.core.table",
                  "baddle.core.expression",
                  "baddle.core.lookup")),
          Map.entry(
              "baddle.core.check",
              List.of("baddle.core.finding", "baddle.core.value", "baddle.core.table")),
          Map.entry(
              "baddle.core.grid",
              List.of("baddle.core.finding", "baddle.core.value", "baddle.core.table")),
          Map.entry(
              "baddle.core.intake",
              List.of(
                  "baddle.core.finding",
                  "baddle.core.value",
                  "baddle.core.table",
                  "baddle.core.expression",
                  "baddle.core.grid")),
          Map.entry(
              "baddle.core.crosstab",
              List.of(
                  "baddle.core.finding",
                  "baddle.core.value",
                  "baddle.core.table",
                  "baddle.core.expression",
                  "it.unimi.dsi..")),
          Map.entry("baddle.plan", List.of("baddle.core..", "org.yaml.snakeyaml..")),
          Map.entry("baddle.formats", List.of("baddle.core..", "baddle.formats..")),
          Map.entry(
              "baddle.formats.csv",
              List.of("baddle.core..", "baddle.formats.text", "de.siegmar..")),
          Map.entry("baddle.formats.text", List.of("baddle.core..")),
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
          Map.entry("baddle.formats.number", List.of("baddle.core..")),
          Map.entry(
              "baddle.formats.xml",
              List.of(
                  "baddle.core..", "com.fasterxml.aalto..", "javax.xml..", "org.codehaus.stax2..")),
          Map.entry(
              "baddle.formats.xlsx",
              List.of(
                  "baddle.core..",
                  "baddle.formats.number",
                  "baddle.formats.xml",
                  "javax.xml..",
                  "org.codehaus.stax2..",
                  "org.dhatim..")),
          Map.entry(
              "baddle.formats.ods",
              List.of(
                  "baddle.core..", "baddle.formats.xml", "javax.xml..", "org.codehaus.stax2..")),
          Map.entry(
              "baddle.formats.xls",
              List.of("baddle.core..", "baddle.formats.number", "org.apache.poi..")),
          Map.entry(
              "baddle.formats.html",
              List.of("baddle.core..", "baddle.formats.text", "org.jsoup..")),
          Map.entry("baddle.formats.mail", List.of("baddle.core..", "org.apache.james.mime4j..")),
          Map.entry(
              "baddle.formats.rows",
              List.of(
                  "baddle.core..",
                  "baddle.formats.ods",
                  "baddle.formats.xlsx",
                  "com.fasterxml.jackson..",
                  "de.siegmar..",
                  "java.sql..",
                  "org.dhatim..",
                  "org.sqlite..")),
          Map.entry(
              "baddle.formats.result",
              List.of("baddle.core..", "com.fasterxml.jackson..", "com.github.luben..")),
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
              "baddle.store",
              List.of("baddle.core..", "java.sql..", "org.sqlite..", "com.github.luben..")),
          Map.entry(
              "baddle.reports",
              List.of(
                  "baddle.core..",
                  "baddle.formats..",
                  "com.fasterxml.jackson..",
                  "org.jfree..",
                  "de.erichseifert.vectorgraphics2d..",
                  "java.awt..",
                  "javax.imageio..",
                  "java.security")),
          Map.entry(
              "baddle.cli",
              List.of(
                  "baddle.app..",
                  "baddle.plan",
                  "baddle.reports",
                  "baddle.core..",
                  "java.util.logging",
                  "org.apache.commons.cli..",
                  "com.fasterxml.jackson..")));

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
  void every_package_but_the_use_cases_is_in_the_table() {
    List<String> inTheTable =
        CLASSES.stream()
            .map(JavaClass::getPackageName)
            .distinct()
            .filter(name -> !name.startsWith("baddle.app"))
            .filter(name -> !name.equals("baddle.bench"))
            .sorted()
            .toList();

    assertThat(MAY_IMPORT.keySet()).containsExactlyInAnyOrderElementsOf(inTheTable);
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
