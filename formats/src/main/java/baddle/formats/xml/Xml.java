package baddle.formats.xml;

import baddle.core.grid.UnreadableFileException;
import com.fasterxml.aalto.UncheckedStreamException;
import com.fasterxml.aalto.stax.InputFactoryImpl;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipException;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.codehaus.stax2.XMLStreamReader2;

/** Opens XML parts. No document type is read and no entity is fetched. */
public final class Xml {

  private static final int MOST_DIGITS = 9;
  private static final Pattern ENTITY = Pattern.compile("(?<=entity reference \\()&[^;]*;");
  private static final XMLInputFactory FACTORY = factory();

  private Xml() {}

  private static XMLInputFactory factory() {
    XMLInputFactory factory = new InputFactoryImpl();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    return factory;
  }

  /** What is done with a part. */
  @FunctionalInterface
  public interface Use {
    void with(XMLStreamReader2 xml) throws XMLStreamException, IOException;
  }

  /** Reads a part and closes it. */
  public static void read(InputStream part, String name, Use use) throws IOException {
    try (InputStream in = new MarkupGuard(part)) {
      XMLStreamReader2 xml = (XMLStreamReader2) FACTORY.createXMLStreamReader(in);
      try {
        use.with(xml);
      } finally {
        xml.close();
      }
    } catch (XMLStreamException | UncheckedStreamException | ZipException | EOFException e) {
      if (e.getCause() instanceof UnreadableFileException unreadable) {
        throw unreadable;
      }
      throw new UnreadableFileException(
          "part " + name + " of the workbook is damaged (" + reason(e) + ")", 0);
    }
  }

  private static String reason(Exception e) {
    String line = String.valueOf(e.getMessage()).lines().findFirst().orElse("no detail");
    Matcher entity = ENTITY.matcher(line);
    return entity.find()
        ? "it refers to an entity, " + entity.group() + ", which is never followed"
        : line;
  }

  /** An attribute as a whole number that isn't negative; another where it is missing or none. */
  public static int number(XMLStreamReader xml, String localName, int otherwise) {
    Optional<String> text = attribute(xml, localName);
    if (text.isEmpty() || text.get().isEmpty() || text.get().length() > MOST_DIGITS) {
      return otherwise;
    }
    int number = 0;
    for (int i = 0; i < text.get().length(); i++) {
      int digit = text.get().charAt(i) - '0';
      if (digit < 0 || digit > 9) {
        return otherwise;
      }
      number = number * 10 + digit;
    }
    return number;
  }

  /** Whether an event is characters of the text, and no comment. */
  public static boolean isText(int event) {
    return event == XMLStreamConstants.CHARACTERS
        || event == XMLStreamConstants.CDATA
        || event == XMLStreamConstants.SPACE;
  }

  /** Whether an attribute of two values is set. */
  public static boolean isTrue(String value) {
    return value.equals("1") || value.equals("true");
  }

  /** An attribute of the current element by its local name, whatever its namespace. */
  public static Optional<String> attribute(XMLStreamReader xml, String localName) {
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      if (xml.getAttributeLocalName(i).equals(localName)) {
        return Optional.of(xml.getAttributeValue(i));
      }
    }
    return Optional.empty();
  }
}
