package baddle.app.kept;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.lang.reflect.Constructor;
import java.lang.reflect.Method;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
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
 * Writes records of this program as bytes and reads them back. Their components may be texts,
 * numbers, truths, moments, paths, enums, other records, and lists, maps and optionals of these.
 * What a value is follows from the declared type of its component, so the bytes hold values only:
 * each begins with 0 for null or 1; lists, maps and texts have their size first. Paths below the
 * folder of the project are relative to it.
 */
final class RecordCodec {

  private final Path folder;
  private final Map<Class<?>, Shape> shapes = new HashMap<>();

  /** How a record is taken apart and put together. */
  private record Shape(List<Type> types, List<Method> components, Constructor<?> constructor) {

    static Shape of(Class<?> type) {
      List<Type> types = new ArrayList<>();
      List<Method> components = new ArrayList<>();
      List<Class<?>> parameters = new ArrayList<>();
      for (RecordComponent component : type.getRecordComponents()) {
        component.getAccessor().setAccessible(true);
        types.add(component.getGenericType());
        components.add(component.getAccessor());
        parameters.add(component.getType());
      }
      try {
        Constructor<?> constructor =
            type.getDeclaredConstructor(parameters.toArray(Class<?>[]::new));
        constructor.setAccessible(true);
        return new Shape(types, components, constructor);
      } catch (NoSuchMethodException e) {
        throw new IllegalArgumentException(type + " has no constructor of its components", e);
      }
    }
  }

  /**
   * Of a project.
   *
   * @param folder the project's, absolute
   */
  RecordCodec(Path folder) {
    this.folder = folder;
  }

  /**
   * Writes a record.
   *
   * @throws IllegalArgumentException if a component is of a type that can't be written
   */
  void write(Record record, DataOutputStream out) throws IOException {
    put(record.getClass(), record, out);
  }

  /**
   * Reads a record of the type that was written.
   *
   * @throws IOException if the bytes are something else
   */
  <R extends Record> R read(Class<R> type, DataInputStream in) throws IOException {
    Object read = take(type, in);
    if (read == null) {
      throw new IOException("nothing was written");
    }
    return type.cast(read);
  }

  private void put(Type type, @Nullable Object value, DataOutputStream out) throws IOException {
    out.writeBoolean(value != null);
    if (value == null) {
      return;
    }
    Class<?> raw = raw(type);
    if (raw == String.class) {
      putText((String) value, out);
    } else if (raw == int.class || raw == Integer.class) {
      out.writeInt((Integer) value);
    } else if (raw == long.class || raw == Long.class) {
      out.writeLong((Long) value);
    } else if (raw == boolean.class || raw == Boolean.class) {
      out.writeBoolean((Boolean) value);
    } else if (raw == Path.class) {
      Path path = (Path) value;
      putText((path.startsWith(folder) ? folder.relativize(path) : path).toString(), out);
    } else if (raw == BigDecimal.class || raw == Instant.class) {
      putText(value.toString(), out);
    } else if (raw.isEnum()) {
      putText(((Enum<?>) value).name(), out);
    } else if (raw.isRecord()) {
      putRecord(shape(raw), value, out);
    } else if (raw == List.class) {
      List<?> list = (List<?>) value;
      out.writeInt(list.size());
      for (Object item : list) {
        put(part(type, 0), item, out);
      }
    } else if (raw == Map.class) {
      Map<?, ?> map = (Map<?, ?>) value;
      out.writeInt(map.size());
      for (Map.Entry<?, ?> entry : map.entrySet()) {
        put(part(type, 0), entry.getKey(), out);
        put(part(type, 1), entry.getValue(), out);
      }
    } else if (raw == Optional.class) {
      put(part(type, 0), ((Optional<?>) value).orElse(null), out);
    } else {
      throw new IllegalArgumentException(type + " can't be written");
    }
  }

  private void putRecord(Shape shape, Object record, DataOutputStream out) throws IOException {
    for (int i = 0; i < shape.components.size(); i++) {
      try {
        put(shape.types.get(i), shape.components.get(i).invoke(record), out);
      } catch (ReflectiveOperationException e) {
        throw new IllegalArgumentException(shape.components.get(i) + " can't be asked", e);
      }
    }
  }

  private @Nullable Object take(Type type, DataInputStream in) throws IOException {
    if (!in.readBoolean()) {
      return null;
    }
    Class<?> raw = raw(type);
    if (raw == String.class) {
      return text(in);
    } else if (raw == int.class || raw == Integer.class) {
      return in.readInt();
    } else if (raw == long.class || raw == Long.class) {
      return in.readLong();
    } else if (raw == boolean.class || raw == Boolean.class) {
      return in.readBoolean();
    } else if (raw == Path.class) {
      return folder.resolve(text(in));
    } else if (raw == BigDecimal.class) {
      return new BigDecimal(text(in));
    } else if (raw == Instant.class) {
      return Instant.parse(text(in));
    } else if (raw.isEnum()) {
      return constant(raw, text(in));
    } else if (raw.isRecord()) {
      return takeRecord(shape(raw), in);
    } else if (raw == List.class) {
      List<@Nullable Object> list = new ArrayList<>();
      for (int left = in.readInt(); left > 0; left--) {
        list.add(take(part(type, 0), in));
      }
      return list;
    } else if (raw == Map.class) {
      Map<@Nullable Object, @Nullable Object> map = new LinkedHashMap<>();
      for (int left = in.readInt(); left > 0; left--) {
        map.put(take(part(type, 0), in), take(part(type, 1), in));
      }
      return map;
    } else if (raw == Optional.class) {
      return Optional.ofNullable(take(part(type, 0), in));
    }
    throw new IOException(type + " can't be read");
  }

  private Object takeRecord(Shape shape, DataInputStream in) throws IOException {
    @Nullable Object[] components = new @Nullable Object[shape.types.size()];
    for (int i = 0; i < components.length; i++) {
      components[i] = take(shape.types.get(i), in);
    }
    try {
      return shape.constructor.newInstance(components);
    } catch (ReflectiveOperationException | IllegalArgumentException e) {
      throw new IOException("not the components of " + shape.constructor, e);
    }
  }

  private static Object constant(Class<?> type, String name) throws IOException {
    for (Object constant : type.getEnumConstants()) {
      if (((Enum<?>) constant).name().equals(name)) {
        return constant;
      }
    }
    throw new IOException(type + " has no " + name);
  }

  private static Class<?> raw(Type type) {
    if (type instanceof ParameterizedType parameterized) {
      return (Class<?>) parameterized.getRawType();
    }
    if (type instanceof Class<?> raw) {
      return raw;
    }
    throw new IllegalArgumentException(type + " isn't known until the program runs");
  }

  private static Type part(Type type, int number) {
    return ((ParameterizedType) type).getActualTypeArguments()[number];
  }

  private Shape shape(Class<?> type) {
    return shapes.computeIfAbsent(type, Shape::of);
  }

  private static void putText(String text, DataOutputStream out) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  private static String text(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length < 0 || length > in.available()) {
      throw new IOException("a text of " + length + " bytes");
    }
    return new String(in.readNBytes(length), StandardCharsets.UTF_8);
  }
}
