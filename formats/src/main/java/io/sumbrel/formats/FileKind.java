package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a file is, by its content and never by its name. */
public enum FileKind {
  CAMT_053("camt.053"),
  STATEMENT_CSV("statement CSV"),
  OPEN_ITEMS_CSV("open items CSV");

  /** So much of a file is looked at. */
  public static final int HEAD_BYTES = 4096;

  private static final Pattern ISO_20022 =
      Pattern.compile("urn:iso:std:iso:20022:tech:xsd:((?:camt|remt|pain|pacs)\\.\\d{3})");

  private final String words;

  FileKind(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /**
   * @param head the first {@link #HEAD_BYTES} of the file, or all of it
   * @throws Refusal {@code empty-file}, {@code not-readable} or {@code unknown-kind}, saying what
   *     it looks like
   */
  public static FileKind of(byte[] head) {
    String text = new String(head, StandardCharsets.UTF_8).replace("\uFEFF", "").stripLeading();
    if (text.isEmpty()) {
      throw new Refusal("empty-file", "The file is empty.");
    }
    requireText(head, text);
    Matcher iso = ISO_20022.matcher(text);
    if (text.startsWith("<") && text.contains("<!DOCTYPE") && !isHtml(text)) {
      throw new Refusal("doctype", "The file contains a DOCTYPE; such a file is never read.");
    }
    if (iso.find()) {
      if (iso.group(1).equals("camt.053")) {
        return CAMT_053;
      }
      throw new Refusal(
          "unknown-kind",
          "This is an ISO 20022 message %s; only end-of-day statements (camt.053) are read."
              .formatted(iso.group(1)));
    }
    String first = text.lines().findFirst().orElse("").toLowerCase(Locale.ROOT);
    if (first.startsWith("record,account,currency")) {
      return STATEMENT_CSV;
    }
    if (first.startsWith("number,") || first.contains(",number,") && first.contains("customer")) {
      return OPEN_ITEMS_CSV;
    }
    throw new Refusal("unknown-kind", lookingLike(text));
  }

  private static void requireText(byte[] head, String text) {
    if (head.length > 1 && (head[0] == 'P' && head[1] == 'K' || (head[0] & 0xff) == 0x1f)) {
      throw new Refusal("not-readable", "This is a packed file (zip or gzip); unpack it first.");
    }
    if (text.startsWith("%PDF")) {
      throw new Refusal("not-readable", "This is a PDF; ask for the data as camt.053 or CSV.");
    }
    for (byte b : head) {
      if (b == 0) {
        throw new Refusal("not-readable", "The file holds binary data; it is not a text file.");
      }
    }
  }

  private static boolean isHtml(String text) {
    String lower = text.toLowerCase(Locale.ROOT);
    return lower.startsWith("<!doctype html") || lower.startsWith("<html");
  }

  private static String lookingLike(String text) {
    if (isHtml(text)) {
      return "This is a web page, perhaps a sign-in page saved in place of the file.";
    }
    if (text.startsWith("<")) {
      return "This is XML, but no ISO 20022 statement.";
    }
    String first = text.lines().findFirst().orElse("");
    return "Neither a statement nor a list of open items: the first line reads “"
        + first.substring(0, Math.min(60, first.length()))
        + "”.";
  }
}
