package baddle.formats.mail;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridRemark;
import baddle.core.grid.GridSheet;
import baddle.core.grid.MessageHead;
import baddle.core.grid.UnreadableFileException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.apache.james.mime4j.dom.Entity;
import org.apache.james.mime4j.dom.Message;
import org.apache.james.mime4j.dom.Multipart;
import org.apache.james.mime4j.dom.SingleBody;
import org.apache.james.mime4j.dom.address.MailboxList;
import org.apache.james.mime4j.dom.field.ContentTypeField;
import org.apache.james.mime4j.message.DefaultMessageBuilder;
import org.apache.james.mime4j.stream.Field;
import org.apache.james.mime4j.stream.MimeConfig;
import org.jspecify.annotations.Nullable;

/**
 * A message (RFC 5322, RFC 2045). Its attachments are read as files: each of their sheets is a
 * sheet here, named after the attachment.
 */
public final class MailFile implements GridFile {

  private static final int MOST_ATTACHMENTS = 1000;
  private static final int DEEPEST = 20;

  /** Endings of attachments that are rows, so that one that can't be read is missed. */
  private static final Set<String> READ =
      Set.of(".csv", ".txt", ".tsv", ".tab", ".xlsx", ".xlsm", ".xls", ".ods", ".html", ".htm");

  private final Path folder;
  private final MessageHead head;
  private final List<GridFile> attachments = new ArrayList<>();
  private final List<GridSheet> sheets = new ArrayList<>();
  private final List<String> oddities = new ArrayList<>();

  private MailFile(Path folder, MessageHead head) {
    this.folder = folder;
    this.head = head;
  }

  /**
   * Opens a message and unpacks its attachments into a folder that goes when the message is closed.
   *
   * @param opener opens the attachments
   * @throws UnreadableFileException if there is no attachment that can be read
   */
  public static MailFile open(Path file, GridOpener opener, Dialect dialect) throws IOException {
    Message message = parse(file);
    checkIsWhole(file, message);
    MailFile mail = new MailFile(Files.createTempDirectory("baddle-mail"), head(message));
    try {
      mail.unpack(message, opener, dialect, 0);
      if (mail.sheets.isEmpty()) {
        String why = mail.oddities.isEmpty() ? "" : " (" + String.join("; ", mail.oddities) + ")";
        throw new UnreadableFileException("a message without an attachment to read" + why, 0);
      }
      return mail;
    } catch (IOException | RuntimeException e) {
      mail.close();
      throw e;
    } finally {
      message.dispose();
    }
  }

  private static Message parse(Path file) throws IOException {
    DefaultMessageBuilder builder = new DefaultMessageBuilder();
    builder.setMimeEntityConfig(MimeConfig.PERMISSIVE);
    try (InputStream in = Files.newInputStream(file)) {
      return builder.parseMessage(in);
    } catch (RuntimeException e) {
      throw new UnreadableFileException("a damaged message (" + e.getMessage() + ")", 0);
    }
  }

  private static MessageHead head(Message message) {
    MailboxList from = message.getFrom();
    String sender = from == null || from.isEmpty() ? "" : from.get(0).getAddress();
    Field date = message.getHeader().getField("Date");
    return new MessageHead(date == null ? Optional.empty() : SentDay.of(date.getBody()), sender);
  }

  /** Refuses a message that ends before its last part does. */
  private static void checkIsWhole(Path file, Message message) throws IOException {
    Set<String> ends = new HashSet<>();
    addEnds(message, ends, 0);
    if (ends.isEmpty()) {
      return;
    }
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(Files.newInputStream(file), StandardCharsets.ISO_8859_1))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (line.startsWith("--")) {
          ends.remove(line.stripTrailing());
        }
      }
    }
    if (!ends.isEmpty()) {
      throw new UnreadableFileException(
          "a message that is cut off: the end of its attachments is missing", 0);
    }
  }

  /** The lines that end the parts of a message (RFC 2046, 5.1.1). */
  private static void addEnds(Entity entity, Set<String> ends, int depth) {
    if (entity.getBody() instanceof Multipart parts && depth < DEEPEST) {
      if (entity.getHeader().getField("Content-Type") instanceof ContentTypeField type
          && type.getBoundary() != null) {
        ends.add("--" + type.getBoundary() + "--");
      }
      for (Entity part : parts.getBodyParts()) {
        addEnds(part, ends, depth + 1);
      }
    }
  }

  private void unpack(Entity entity, GridOpener opener, Dialect dialect, int depth)
      throws IOException {
    if (entity.getBody() instanceof Multipart parts && depth < DEEPEST) {
      for (Entity part : parts.getBodyParts()) {
        unpack(part, opener, dialect, depth + 1);
      }
    } else if (entity.getBody() instanceof SingleBody body) {
      String name = name(entity);
      if (!name.isEmpty()) {
        if (attachments.size() == MOST_ATTACHMENTS) {
          throw new UnreadableFileException("a message of more than 1,000 attachments", 0);
        }
        attach(name, body, opener, dialect);
      }
    }
  }

  private static String name(Entity entity) {
    String name = entity.getFilename();
    String path = name == null ? "" : name.replace('\\', '/');
    return path.substring(path.lastIndexOf('/') + 1).strip();
  }

  private void attach(String name, SingleBody body, GridOpener opener, Dialect dialect)
      throws IOException {
    Path target = folder.resolve(attachments.size() + extension(name));
    try (InputStream in = body.getInputStream()) {
      Files.copy(in, target);
    }
    GridFile file;
    try {
      file = opener.open(target, dialect);
    } catch (UnreadableFileException e) {
      if (READ.contains(extension(name))) {
        throw new UnreadableFileException(
            "the attachment " + name + " can't be read: " + e.getMessage(), e.row());
      }
      oddities.add("the attachment " + name + " can't be read: " + e.getMessage());
      return;
    }
    attachments.add(file);
    file.oddities().forEach(oddity -> oddities.add("the attachment " + name + ": " + oddity));
    for (GridSheet sheet : file.sheets()) {
      sheets.add(new AttachedSheet(name, sheet));
    }
  }

  /** Only what tells a file's kind; nothing of the sender's becomes a path. */
  private static String extension(String name) {
    int dot = name.lastIndexOf('.');
    String extension = dot < 0 ? "" : name.substring(dot).toLowerCase(Locale.ROOT);
    return extension.matches("\\.[a-z0-9]{1,5}") ? extension : "";
  }

  @Override
  public List<GridSheet> sheets() {
    return List.copyOf(sheets);
  }

  @Override
  public String kind() {
    return "message with "
        + (attachments.size() == 1 ? "1 attachment" : attachments.size() + " attachments");
  }

  @Override
  public Optional<MessageHead> message() {
    return Optional.of(head);
  }

  @Override
  public List<GridRemark> remarks() {
    return attachments.stream().flatMap(file -> file.remarks().stream()).toList();
  }

  @Override
  public List<String> oddities() {
    return List.copyOf(oddities);
  }

  @Override
  public void close() throws IOException {
    for (GridFile attachment : attachments) {
      attachment.close();
    }
    Files.walkFileTree(folder, new Deletion());
  }

  private static final class Deletion extends SimpleFileVisitor<Path> {
    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
      Files.delete(file);
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult postVisitDirectory(Path folder, @Nullable IOException e)
        throws IOException {
      Files.delete(folder);
      return FileVisitResult.CONTINUE;
    }
  }
}
