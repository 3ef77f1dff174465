package baddle.cli;

import baddle.cli.papers.CommandReference;
import baddle.cli.papers.Completions;
import baddle.cli.papers.ManualPage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Writes what is installed with the program and is made of its commands' own words. */
final class Papers {

  private Papers() {}

  /**
   * Writes it all.
   *
   * @param args the folder
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    write(folder.resolve("man/man1/baddle.1"), ManualPage.of(Commands.GROUPS, Help.version()));
    write(folder.resolve("completions/baddle.bash"), Completions.bash(Commands.all()));
    write(folder.resolve("completions/_baddle"), Completions.zsh(Commands.all()));
    write(folder.resolve("completions/baddle.fish"), Completions.fish(Commands.all()));
    write(folder.resolve("commands.md"), CommandReference.of(Commands.GROUPS));
  }

  private static void write(Path file, List<String> lines) throws IOException {
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(file, String.join("\n", lines) + "\n", StandardCharsets.UTF_8);
  }
}
