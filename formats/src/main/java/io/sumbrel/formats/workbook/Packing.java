package io.sumbrel.formats.workbook;

import io.sumbrel.core.refusal.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.Locale;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/** How a workbook is packed: what unpacks to more than is sound is never handed on. */
final class Packing {
  private static final long MEGABYTE = 1 << 20;
  private static final long MOST_UNPACKED = 512 * MEGABYTE;

  /** Lists fold up to some sixty times; common practice. */
  private static final long MOST_FOLD = 100;

  private static final long ALWAYS_SOUND = 10 * MEGABYTE;
  private static final int MOST_PARTS = 2_000;
  private static final int HEAD = 4_096;

  private Packing() {}

  static boolean holdsWorkbook(byte[] bytes) {
    if (bytes.length < 4 || bytes[0] != 'P' || bytes[1] != 'K') {
      return false;
    }
    try (ZipFile zip = ZipFile.builder().setByteArray(bytes).get()) {
      return zip.getEntry("xl/workbook.xml") != null;
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }

  /** Whether any cell may be shown as a date: a workbook without styles shows numbers. */
  static boolean hasStyles(byte[] bytes) {
    try (ZipFile zip = ZipFile.builder().setByteArray(bytes).get()) {
      return Collections.list(zip.getEntries()).stream()
          .anyMatch(e -> e.getName().toLowerCase(Locale.ROOT).endsWith("styles.xml"));
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }

  /**
   * @throws Refusal {@code workbook}
   */
  static void requireSound(byte[] bytes) {
    try (ZipFile zip = ZipFile.builder().setByteArray(bytes).get()) {
      long left = MOST_UNPACKED;
      int parts = 0;
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        if (++parts > MOST_PARTS) {
          throw new Refusal("workbook", "The workbook is packed of more parts than any list is.");
        }
        left -= requireSound(zip, entry, left);
      }
    } catch (IOException | IllegalArgumentException e) {
      throw new Refusal("workbook", "The workbook is damaged: " + e.getMessage());
    }
  }

  private static long requireSound(ZipFile zip, ZipArchiveEntry entry, long left)
      throws IOException {
    long most = Math.min(left, Math.max(ALWAYS_SOUND, MOST_FOLD * entry.getCompressedSize()));
    byte[] buffer = new byte[1 << 16];
    long unpacked = 0;
    try (InputStream in = zip.getInputStream(entry)) {
      for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
        if (unpacked == 0 && read > 0 && declaresType(buffer, read)) {
          throw new Refusal(
              "doctype", "The workbook contains a DOCTYPE; such a file is never read.");
        }
        unpacked += read;
        if (unpacked > most) {
          throw new Refusal(
              "workbook",
              "The workbook unpacks to more than a list would (its part %s); it is not read."
                  .formatted(entry.getName()));
        }
      }
    }
    return unpacked;
  }

  private static boolean declaresType(byte[] buffer, int read) {
    String head = new String(buffer, 0, Math.min(read, HEAD), StandardCharsets.ISO_8859_1);
    return head.replace("\0", "").contains("<!DOCTYPE");
  }
}
