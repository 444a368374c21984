package io.sumbrel.server.backup;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.Sha256;
import io.sumbrel.server.persistence.WholeFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.HexFormat;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.springframework.util.FileSystemUtils;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * One file with the whole house: the database as it stood at one moment, every original that it
 * refers to, the key of the record, and what the copy must hold. Originals never change and are
 * there before anything refers to them, so those that are copied after the database are enough.
 */
final class BackupFile {
  static final String DATABASE = "sumbrel.mv.db";
  private static final String NAME = "sumbrel-";
  private static final String END = ".zip";
  private static final String MANIFEST = "manifest.json";
  private static final String KEY = "audit.key";
  private static final String FILES = "files/";
  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("yyyy-MM-dd-HHmmss-SSS").withZone(ZoneOffset.UTC);
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private BackupFile() {}

  static boolean isOne(Path path) {
    String name = path.getFileName().toString();
    return name.startsWith(NAME) && name.endsWith(END);
  }

  /** The connection to the database of a folder, which no other process may have open. */
  static Connection open(Path folder, boolean onlyToRead) throws SQLException {
    return DriverManager.getConnection(
        "jdbc:h2:file:%s;IFEXISTS=TRUE;TRACE_LEVEL_FILE=0%s"
            .formatted(
                folder.resolve("sumbrel").toAbsolutePath(),
                onlyToRead ? ";ACCESS_MODE_DATA=r" : ""),
        "",
        "");
  }

  /**
   * Writes a backup, and reads it back before it has its name.
   *
   * @param data the folder of the house whose database the connection is to
   * @throws Refusal {@code backup} when what is read back is not what was written
   */
  static Path write(Connection connection, Path data, Path folder, Instant now)
      throws IOException, SQLException {
    Files.createDirectories(folder);
    Path scratch = Files.createTempDirectory(folder, "being-made-");
    try {
      Path database = scratch.resolve("database.zip");
      try (var backup = connection.prepareStatement("backup to ?")) {
        backup.setString(1, database.toAbsolutePath().toString());
        backup.execute();
      }
      Path copy = Files.createDirectory(scratch.resolve("copy"));
      takeOut(database, copy);
      Files.delete(database);
      Path whole = scratch.resolve("whole.zip");
      pack(whole, copy, manifest(copy), data);
      unpack(whole, Files.createDirectory(scratch.resolve("back")));
      Path place = folder.resolve(NAME + MOMENT.format(now) + END);
      WholeFile.put(whole, place);
      return place;
    } finally {
      FileSystemUtils.deleteRecursively(scratch);
    }
  }

  private static void takeOut(Path zip, Path folder) throws IOException {
    try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        if (e.getName().endsWith(DATABASE)) {
          Files.copy(in, folder.resolve(DATABASE));
        }
      }
    }
  }

  private static Manifest manifest(Path folder) throws SQLException {
    try (Connection copy = open(folder, true)) {
      return Manifest.of(copy);
    }
  }

  private static void pack(Path whole, Path copy, Manifest manifest, Path data) throws IOException {
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(whole))) {
      out.setLevel(Deflater.BEST_SPEED);
      put(out, DATABASE, copy.resolve(DATABASE));
      put(out, KEY, data.resolve(KEY));
      try (DirectoryStream<Path> originals = Files.newDirectoryStream(data.resolve("files"))) {
        for (Path original : originals) {
          if (original.getFileName().toString().matches("[0-9a-f]{64}")) {
            put(out, FILES + original.getFileName(), original);
          }
        }
      }
      out.putNextEntry(new ZipEntry(MANIFEST));
      out.write(JSON.writeValueAsString(manifest).getBytes(StandardCharsets.UTF_8));
      out.closeEntry();
    }
  }

  private static void put(ZipOutputStream out, String name, Path file) throws IOException {
    out.putNextEntry(new ZipEntry(name));
    Files.copy(file, out);
    out.closeEntry();
  }

  /**
   * Lays a backup out in an empty folder, and looks whether all of it is there.
   *
   * @throws Refusal {@code backup} when it was cut or changed
   */
  static void unpack(Path zip, Path folder) throws IOException, SQLException {
    Manifest stated;
    try (ZipFile file = new ZipFile(zip.toFile())) {
      stated = stated(zip, file);
      Files.createDirectories(folder.resolve(FILES));
      for (ZipEntry entry : file.stream().toList()) {
        lay(zip, file, entry, folder);
      }
    } catch (ZipException | JacksonException e) {
      throw broken(zip, "it was cut, or is no backup");
    }
    if (!Files.exists(folder.resolve(KEY)) || !Files.exists(folder.resolve(DATABASE))) {
      throw broken(zip, "the database or the key of the record is missing");
    }
    Manifest found;
    try {
      found = manifest(folder);
    } catch (SQLException e) {
      throw broken(zip, "its database cannot be opened");
    }
    if (!found.equals(stated)) {
      throw broken(zip, "its database does not hold what it says");
    }
  }

  private static Manifest stated(Path zip, ZipFile file) throws IOException {
    ZipEntry entry = file.getEntry(MANIFEST);
    if (entry == null) {
      throw broken(zip, "it does not say what it holds");
    }
    try (InputStream in = file.getInputStream(entry)) {
      return JSON.readValue(in, Manifest.class);
    }
  }

  private static void lay(Path zip, ZipFile file, ZipEntry entry, Path folder) throws IOException {
    String name = entry.getName();
    boolean original = name.matches(FILES + "[0-9a-f]{64}");
    if (!original && !name.equals(DATABASE) && !name.equals(KEY)) {
      if (!name.equals(MANIFEST)) {
        throw broken(zip, "it holds what no backup does: " + name);
      }
      return;
    }
    MessageDigest sha = Sha256.begin();
    Path place = folder.resolve(name);
    try (InputStream in = new DigestInputStream(file.getInputStream(entry), sha);
        OutputStream out = Files.newOutputStream(place)) {
      in.transferTo(out);
    }
    if (original && !name.endsWith(HexFormat.of().formatHex(sha.digest()))) {
      throw broken(zip, "an original in it was changed");
    }
  }

  private static Refusal broken(Path zip, String why) {
    return new Refusal("backup", "%s is not whole: %s.".formatted(zip.getFileName(), why));
  }

  /**
   * Brings a backup to life in a folder of its own.
   *
   * @throws Refusal {@code backup} when it is not whole, or something lies there already; nothing
   *     is left there then
   */
  static void restore(Path zip, Path folder) throws IOException, SQLException {
    if (!Files.isRegularFile(zip)) {
      throw new Refusal("backup", "There is no file " + zip + ".");
    }
    if (Files.exists(folder) && !isEmpty(folder)) {
      throw new Refusal(
          "backup", folder + " is not empty; a backup is restored into a new folder.");
    }
    Path place = folder.toAbsolutePath();
    Files.createDirectories(place.getParent());
    Path aside = Files.createTempDirectory(place.getParent(), "being-restored-");
    try {
      unpack(zip, aside);
      Files.deleteIfExists(place);
      Files.move(aside, place, StandardCopyOption.ATOMIC_MOVE);
    } finally {
      FileSystemUtils.deleteRecursively(aside);
    }
  }

  private static boolean isEmpty(Path folder) {
    try (DirectoryStream<Path> inside = Files.newDirectoryStream(folder)) {
      return !inside.iterator().hasNext();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
