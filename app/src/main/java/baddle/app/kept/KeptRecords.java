package baddle.app.kept;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Writes records of this program as bytes and reads them back: their components may be texts,
 * numbers, truths, moments, paths, enums, other records, and lists, maps and optionals of these.
 */
final class KeptRecords {

  private static final String OWN = "baddle.";

  private static final int NOTHING = 0;
  private static final int TEXT = 1;
  private static final int INT = 2;
  private static final int LONG = 3;
  private static final int TRUTH = 4;
  private static final int DECIMAL = 5;
  private static final int PATH = 6;
  private static final int INSTANT = 7;
  private static final int ENUM = 8;
  private static final int RECORD = 9;
  private static final int LIST = 10;
  private static final int MAP = 11;
  private static final int ABSENT = 12;
  private static final int PRESENT = 13;

  private final Map<Class<?>, Integer> numbers = new HashMap<>();
  private final List<Class<?>> classes = new ArrayList<>();
  private final Map<Class<?>, Shape> shapes = new HashMap<>();

  /** How a record is taken apart and put together. */
  private record Shape(List<Method> components, Constructor<?> constructor) {

    static Shape of(Class<?> type) {
      List<Method> components = new ArrayList<>();
      List<Class<?>> types = new ArrayList<>();
      for (RecordComponent component : type.getRecordComponents()) {
        component.getAccessor().setAccessible(true);
        components.add(component.getAccessor());
        types.add(component.getType());
      }
      try {
        Constructor<?> constructor = type.getDeclaredConstructor(types.toArray(Class<?>[]::new));
        constructor.setAccessible(true);
        return new Shape(components, constructor);
      } catch (NoSuchMethodException e) {
        throw new IllegalArgumentException(type + " has no constructor of its components", e);
      }
    }
  }

  private KeptRecords() {}

  /**
   * Writes a record.
   *
   * @throws IllegalArgumentException if it holds what can't be kept
   */
  static void write(Record record, DataOutputStream out) throws IOException {
    new KeptRecords().put(record, out);
  }

  /**
   * Reads what was written.
   *
   * @throws IOException if it is something else
   */
  static Object read(DataInputStream in) throws IOException {
    Object read = new KeptRecords().take(in);
    if (read == null) {
      throw new IOException("nothing was written");
    }
    return read;
  }

  private void put(@Nullable Object value, DataOutputStream out) throws IOException {
    if (value == null) {
      out.writeByte(NOTHING);
    } else if (value instanceof String text) {
      text(TEXT, text, out);
    } else if (value instanceof Integer number) {
      out.writeByte(INT);
      out.writeInt(number);
    } else if (value instanceof Long number) {
      out.writeByte(LONG);
      out.writeLong(number);
    } else if (value instanceof Boolean truth) {
      out.writeByte(TRUTH);
      out.writeBoolean(truth);
    } else if (value instanceof BigDecimal decimal) {
      text(DECIMAL, decimal.toString(), out);
    } else if (value instanceof Path path) {
      text(PATH, path.toString(), out);
    } else if (value instanceof Instant instant) {
      text(INSTANT, instant.toString(), out);
    } else if (value instanceof Enum<?> word) {
      out.writeByte(ENUM);
      number(word.getDeclaringClass(), out);
      text(word.name(), out);
    } else if (value instanceof Record record) {
      putRecord(record, out);
    } else if (value instanceof List<?> list) {
      out.writeByte(LIST);
      out.writeInt(list.size());
      for (Object item : list) {
        put(item, out);
      }
    } else if (value instanceof Map<?, ?> map) {
      out.writeByte(MAP);
      out.writeInt(map.size());
      for (Map.Entry<?, ?> entry : map.entrySet()) {
        put(entry.getKey(), out);
        put(entry.getValue(), out);
      }
    } else if (value instanceof Optional<?> optional) {
      out.writeByte(optional.isPresent() ? PRESENT : ABSENT);
      if (optional.isPresent()) {
        put(optional.get(), out);
      }
    } else {
      throw new IllegalArgumentException(value.getClass() + " can't be kept");
    }
  }

  private void putRecord(Record record, DataOutputStream out) throws IOException {
    out.writeByte(RECORD);
    number(record.getClass(), out);
    for (Method component : shape(record.getClass()).components) {
      try {
        put(component.invoke(record), out);
      } catch (IllegalAccessException | InvocationTargetException e) {
        throw new IllegalArgumentException(component + " can't be asked", e);
      }
    }
  }

  private Shape shape(Class<?> type) {
    return shapes.computeIfAbsent(type, Shape::of);
  }

  private static void text(int kind, String text, DataOutputStream out) throws IOException {
    out.writeByte(kind);
    text(text, out);
  }

  private static void text(String text, DataOutputStream out) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  /** A class by its number, and by its name the first time. */
  private void number(Class<?> type, DataOutputStream out) throws IOException {
    Integer known = numbers.get(type);
    out.writeInt(known == null ? numbers.size() : known);
    if (known == null) {
      numbers.put(type, numbers.size());
      text(type.getName(), out);
    }
  }

  private @Nullable Object take(DataInputStream in) throws IOException {
    int kind = in.readUnsignedByte();
    return switch (kind) {
      case NOTHING -> null;
      case TEXT -> readText(in);
      case INT -> in.readInt();
      case LONG -> in.readLong();
      case TRUTH -> in.readBoolean();
      case DECIMAL -> new BigDecimal(readText(in));
      case PATH -> Path.of(readText(in));
      case INSTANT -> Instant.parse(readText(in));
      case ENUM -> takeEnum(in);
      case RECORD -> takeRecord(in);
      case LIST -> takeList(in);
      case MAP -> takeMap(in);
      case ABSENT -> Optional.empty();
      case PRESENT -> Optional.ofNullable(take(in));
      default -> throw new IOException("no kind of value: " + kind);
    };
  }

  private Object takeEnum(DataInputStream in) throws IOException {
    Class<?> type = type(in);
    String name = readText(in);
    for (Object word : type.getEnumConstants()) {
      if (((Enum<?>) word).name().equals(name)) {
        return word;
      }
    }
    throw new IOException(type + " has no " + name);
  }

  private List<@Nullable Object> takeList(DataInputStream in) throws IOException {
    List<@Nullable Object> list = new ArrayList<>();
    for (int left = in.readInt(); left > 0; left--) {
      list.add(take(in));
    }
    return list;
  }

  private Map<@Nullable Object, @Nullable Object> takeMap(DataInputStream in) throws IOException {
    Map<@Nullable Object, @Nullable Object> map = new LinkedHashMap<>();
    for (int left = in.readInt(); left > 0; left--) {
      map.put(take(in), take(in));
    }
    return map;
  }

  private Object takeRecord(DataInputStream in) throws IOException {
    Shape shape = shape(type(in));
    @Nullable Object[] components = new @Nullable Object[shape.components.size()];
    for (int i = 0; i < components.length; i++) {
      components[i] = take(in);
    }
    try {
      return shape.constructor.newInstance(components);
    } catch (ReflectiveOperationException | IllegalArgumentException e) {
      throw new IOException("not the components of " + shape.constructor, e);
    }
  }

  private static String readText(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length < 0 || length > in.available()) {
      throw new IOException("a text of " + length + " bytes");
    }
    byte[] bytes = new byte[length];
    in.readFully(bytes);
    return new String(bytes, StandardCharsets.UTF_8);
  }

  private Class<?> type(DataInputStream in) throws IOException {
    int number = in.readInt();
    if (number == classes.size()) {
      String name = readText(in);
      try {
        Class<?> type = Class.forName(name, false, KeptRecords.class.getClassLoader());
        if (!name.startsWith(OWN) || !(type.isRecord() || type.isEnum())) {
          throw new IOException(name + " is no record of this program");
        }
        classes.add(type);
      } catch (ClassNotFoundException e) {
        throw new IOException("there is no " + name, e);
      }
    }
    return classes.get(number);
  }
}
