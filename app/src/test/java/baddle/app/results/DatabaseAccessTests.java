package baddle.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import baddle.app.Environment;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.database.Access;
import baddle.database.DatabaseException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Secrets come from where the plan says, and nowhere else. */
class DatabaseAccessTests {

  private final Environment environment = mock(Environment.class);

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, "");
    when(environment.variable("USER_NAME")).thenReturn(Optional.of("reader"));
    when(environment.variable("PASS")).thenReturn(Optional.of("hush"));
    when(environment.variable("EMPTY")).thenReturn(Optional.of(""));
    when(environment.variable("NONE")).thenReturn(Optional.empty());
  }

  private Access access(String settings) throws Exception {
    project.write(
        "baddle.yaml",
        "baddle: 1\ndatabases: {till: {" + settings + "}}\ndatasets: {d: {columns: {a: text}}}\n");
    Project now = project.project().with(environment);
    return new DatabaseAccess(now).to(now.plan().databases().get("till"));
  }

  @Test
  void what_the_environment_holds_is_put_in_and_kept_secret() throws Exception {
    Access access =
        access("url: \"jdbc:h2:mem:x;USER={env:USER_NAME}\", user: me, password: \"{env:PASS}\"");

    assertThat(access.url()).isEqualTo("jdbc:h2:mem:x;USER=reader");
    assertThat(access.user()).isEqualTo("me");
    assertThat(access.password()).contains("hush");
    assertThat(access.secrets()).containsExactlyInAnyOrder("hush", "reader");
  }

  @Test
  void a_file_is_found_from_the_plan_on() throws Exception {
    assertThat(access("url: \"jdbc:sqlite:data/till.db\"").url())
        .isEqualTo("jdbc:sqlite:" + folder.resolve("data/till.db"));
    assertThat(access("url: \"jdbc:sqlite:till.db?mode=ro\"").url())
        .isEqualTo("jdbc:sqlite:" + folder.resolve("till.db") + "?mode=ro");
    assertThat(access("url: \"jdbc:sqlite::memory:\"").url()).isEqualTo("jdbc:sqlite::memory:");
  }

  @ParameterizedTest
  @CsvSource({"NONE", "EMPTY"})
  void a_variable_that_is_not_set_is_named_with_what_to_do(String name) {
    assertThatThrownBy(
            () -> access("url: \"jdbc:sqlite:till.db\", password: \"{env:" + name + "}\""))
        .isInstanceOf(DatabaseException.class)
        .hasMessage(
            "the variable "
                + name
                + " isn't set, which the database till needs; set it, such as by export "
                + name
                + "=...");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "rw------- |",
        "rw-r----- | password_file: of till: others than its owner can read pass.txt; remove it"
            + " with chmod 600, and change the password",
        "rw----r-- | password_file: of till: others than its owner can read pass.txt; remove it"
            + " with chmod 600, and change the password",
      })
  void a_password_file_is_read_by_its_owner_alone(String permissions, String message)
      throws Exception {
    Path file = Files.writeString(folder.resolve("pass.txt"), "hush\n");
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(permissions));
    String settings = "url: \"jdbc:sqlite:till.db\", password_file: pass.txt";

    if (message == null) {
      assertThat(access(settings).password()).contains("hush");
    } else {
      assertThatThrownBy(() -> access(settings)).hasMessage(message);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "password_file: no.txt | password_file: of till: there is no file no.txt",
        "drivers: no/*.jar | drivers: of till: there is no file no/*.jar",
      })
  void a_file_that_is_not_there_is_named(String setting, String message) {
    assertThatThrownBy(() -> access("url: \"jdbc:sqlite:till.db\", " + setting))
        .hasMessage(message);
  }

  @Test
  void drivers_are_taken_in_the_order_of_their_names() throws Exception {
    Files.createDirectories(folder.resolve("lib"));
    Files.createFile(folder.resolve("lib/b.jar"));
    Files.createFile(folder.resolve("lib/a.jar"));
    Files.createFile(folder.resolve("lib/notes.txt"));

    assertThat(access("url: \"jdbc:sqlite:till.db\", drivers: lib/*.jar").drivers())
        .containsExactly(folder.resolve("lib/a.jar"), folder.resolve("lib/b.jar"));
  }
}
