package io.sumbrel.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.persistence.Publishes;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Each table belongs to one room. Other rooms read what it publishes, in joins, and nobody else
 * writes to it: found in the texts of the queries, which a compiler does not see.
 */
class RoomsTest {
  private static final Path SOURCES = Path.of("src/main/java/io/sumbrel/server");
  private static final Pattern TEXT =
      Pattern.compile("\"\"\"(.*?)\"\"\"|\"((?:\\\\.|[^\"\\\\\\n])*)\"", Pattern.DOTALL);
  private static final Pattern READS = Pattern.compile("(?i)\\b(?:from|join)\\s+([A-Za-z_]+)");
  private static final Pattern WRITES =
      Pattern.compile("(?i)\\b(?:update|insert\\s+into|delete\\s+from)\\s+([A-Za-z_]+)");

  /** The room of each table, by its name and by that of its row. */
  private final Map<String, String> owners = new HashMap<>();

  private final Map<String, Set<String>> published = new HashMap<>();
  private final List<String> faults = new ArrayList<>();
  private int read;

  RoomsTest() throws Exception {
    for (Path file : sources()) {
      String room = SOURCES.relativize(file).getParent().toString();
      String name = file.getFileName().toString().replace(".java", "");
      Class<?> row =
          name.endsWith("Row") ? Class.forName("io.sumbrel.server." + room + "." + name) : null;
      if (row != null && row.isAnnotationPresent(Entity.class)) {
        owners.put(row.getAnnotation(Table.class).name(), room);
        owners.put(name, room);
        Publishes tables = row.getPackage().getAnnotation(Publishes.class);
        Set<String> open = published.computeIfAbsent(room, r -> new HashSet<>());
        if (tables != null) {
          Set<String> names = Set.of(tables.value());
          open.addAll(names);
          if (names.contains(row.getAnnotation(Table.class).name())) {
            open.add(name);
          }
        }
      }
    }
  }

  private static List<Path> sources() throws IOException {
    try (Stream<Path> files = Files.walk(SOURCES, 2)) {
      return files
          .filter(f -> f.toString().endsWith(".java") && !f.getParent().equals(SOURCES))
          .sorted()
          .toList();
    }
  }

  @Test
  void noQueryNamesATableOfAnotherRoomThatIsNotPublished() throws IOException {
    for (Path file : sources()) {
      String room = SOURCES.relativize(file).getParent().toString();
      Matcher text = TEXT.matcher(Files.readString(file));
      while (text.find()) {
        String query = text.group(1) == null ? text.group(2) : text.group(1);
        tables(READS, query).stream()
            .filter(t -> !owners.get(t).equals(room))
            .filter(t -> !published.get(owners.get(t)).contains(t))
            .forEach(t -> faults.add(file + " reads " + t));
        tables(WRITES, query).stream()
            .filter(t -> !owners.get(t).equals(room))
            .forEach(t -> faults.add(file + " writes " + t));
      }
    }
    assertThat(faults).isEmpty();
    assertThat(read).as("tables found in queries").isGreaterThan(100);
    assertThat(owners).as("tables and rows").hasSizeGreaterThan(60);
  }

  private Set<String> tables(Pattern pattern, String query) {
    Set<String> named = new HashSet<>();
    Matcher table = pattern.matcher(query);
    while (table.find()) {
      if (owners.containsKey(table.group(1))) {
        named.add(table.group(1));
        read++;
      }
    }
    return named;
  }
}
