package baddle.bench;

import com.fasterxml.aalto.stax.InputFactoryImpl;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** A floor: a bare pass over the cells of open workbooks, {@code OdsFloor FOLDER THREADS}. */
final class OdsFloor {

  private OdsFloor() {}

  /** Reads the files and prints how many characters their cells had. */
  public static void main(String[] args) throws Exception {
    List<Path> files = Floor.files(Path.of(args[0]), ".ods");
    System.out.println(Floor.sum(files, Integer.parseInt(args[1]), OdsFloor::characters));
  }

  private static long characters(Path file) {
    long characters = 0;
    try (ZipFile zip = new ZipFile(file.toFile());
        InputStream in = zip.getInputStream(zip.getEntry("content.xml"))) {
      XMLStreamReader xml = new InputFactoryImpl().createXMLStreamReader(in);
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.START_ELEMENT) {
          for (int i = 0; i < xml.getAttributeCount(); i++) {
            characters += xml.getAttributeValue(i).length();
          }
        } else if (event == XMLStreamConstants.CHARACTERS) {
          characters += xml.getTextLength();
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
    return characters;
  }
}
