package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a file is, by its content and never by its name. */
public enum FileKind {
  CAMT_053("camt.053", Use.STATEMENT),
  CAMT_052("camt.052", Use.INFORMATION),
  CAMT_054("camt.054", Use.DETAIL),
  MT940("MT940", Use.STATEMENT),
  MT942("MT942", Use.INFORMATION),
  BAI2("BAI2", Use.STATEMENT),
  OFX("OFX", Use.STATEMENT),
  STATEMENT_CSV("statement CSV", Use.STATEMENT),
  /** Rows in columns of the sender's own: a layout says what they hold. */
  BANK_CSV("own columns", Use.STATEMENT),
  OPEN_ITEMS_CSV("list of open items", Use.OPEN_ITEMS),
  UBL("UBL", Use.OPEN_ITEMS),
  CII("CII", Use.OPEN_ITEMS),
  LOCKBOX("lockbox", Use.DEPOSITS),
  /** CSV of a card processor: known by a layout that somebody made. */
  PAYOUT_CSV("list of payouts", Use.DEPOSITS),
  RECEIPTS_CSV("list of receipts", Use.BROUGHT_FORWARD),
  PAST_PAYMENTS_CSV("list of past payments", Use.PAST_PAYMENTS),
  TILL_REPORT_CSV("till report CSV", Use.TAKINGS),
  /** No file that comes in: what somebody wrote down when a receipt was taken in by hand. */
  RECEIPT_BY_HAND("receipt by hand", Use.BY_HAND);

  /** What becomes of such a file. */
  public enum Use {
    STATEMENT,
    /** Shown, and placed nowhere: the statement that follows brings the money. */
    INFORMATION,
    /** Gives the transactions of sums that a statement brought. */
    DETAIL,
    OPEN_ITEMS,
    /** What reaches the bank as one sum, with its members. */
    DEPOSITS,
    /** Receipts that were recorded before the books begin. */
    BROUGHT_FORWARD,
    /** What counters took in on a day: posted as it is accepted. */
    TAKINGS,
    /** A receipt, explained as it is recorded, or on the desk. */
    BY_HAND,
    /** Teaches who pays and how; posts nothing. */
    PAST_PAYMENTS;

    /** What the lines of such a file are. */
    public String lines() {
      return switch (this) {
        case OPEN_ITEMS -> "open items";
        case DEPOSITS -> "parts of deposits";
        case BROUGHT_FORWARD, BY_HAND -> "receipts";
        case TAKINGS -> "takings";
        case PAST_PAYMENTS -> "past payments";
        case DETAIL -> "details of sums";
        case STATEMENT, INFORMATION -> "entries of statements";
      };
    }
  }

  /** So much of a file is looked at. */
  public static final int HEAD_BYTES = 1 << 16;

  private static final Pattern ISO_20022 =
      Pattern.compile("urn:iso:std:iso:20022:tech:xsd:((?:camt|remt|pain|pacs)\\.\\d{3})");

  /** Our own forms; where a header has the columns of two, the first of these is meant. */
  private static final List<FileKind> OUR_FORMS =
      List.of(TILL_REPORT_CSV, RECEIPTS_CSV, PAST_PAYMENTS_CSV, OPEN_ITEMS_CSV);

  private static final Pattern UBL_ROOT =
      Pattern.compile("urn:oasis:names:specification:ubl:schema:xsd:(?:Invoice|CreditNote)-2");
  private static final String CII_ROOT =
      "urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100";
  private static final Pattern MT_TAG = Pattern.compile("(?m)(?:^|\\{4:\\s*):(\\d{2}[A-Z]?):");

  /** A byte order mark, SOH, blanks and empty lines. */
  private static final Pattern BEFORE_TEXT = Pattern.compile("\\A[\\uFEFF\\x01\\s]+");

  /** Record 1 of 94 signs, with the size of records, of blocks and the form; from memory. */
  private static final Pattern ACH_HEAD = Pattern.compile("101.{31}094101[^\\n]{54}");

  /** Records 1, perhaps 2, and 5, on lines of their own or run together. */
  private static final Pattern LOCKBOX_HEAD =
      Pattern.compile("1[0-9 A-Z]{20,}[^,;\\n]*\\r?\\n?(?:2[^,;\\n]*\\r?\\n?)?5[^,;\\n]+");

  private static final Pattern OFX_HEAD =
      Pattern.compile(
          "(?is)\\A(OFXHEADER:|<\\?OFX|<OFX>|<\\?xml[^>]*>\\s*<\\?OFX|<\\?xml[^>]*>\\s*<OFX>).*");

  private final String words;
  private final Use use;

  FileKind(String words, Use use) {
    this.words = words;
    this.use = use;
  }

  public Use use() {
    return use;
  }

  public String words() {
    return words;
  }

  /** Whether it is one invoice or credit note, and no list of what is open. */
  public boolean isDocument() {
    return this == UBL || this == CII;
  }

  /**
   * The columns that every file of our own form has; none of other kinds. What lacks one is asked
   * about.
   */
  public List<String> columns() {
    return switch (this) {
      case OPEN_ITEMS_CSV ->
          List.of("number", "customer", "name", "date", "total", "open", "currency");
      case RECEIPTS_CSV -> List.of("received", "method", "amount", "currency");
      case PAST_PAYMENTS_CSV -> List.of("paid", "payer", "amount", "currency", "customer");
      case TILL_REPORT_CSV -> List.of("day", "till", "what", "amount", "currency");
      default -> List.of();
    };
  }

  /**
   * @param head the first {@link #HEAD_BYTES} of the file, or all of it
   * @throws Refusal {@code empty-file}, {@code not-readable} or {@code unknown-kind}, saying what
   *     it looks like
   */
  public static FileKind of(byte[] head) {
    boolean wide = TextLines.isWide(head);
    String text =
        BEFORE_TEXT
            .matcher(new String(head, wide ? StandardCharsets.UTF_16 : StandardCharsets.UTF_8))
            .replaceFirst("");
    if (text.isEmpty()) {
      throw new Refusal("empty-file", "The file is empty.");
    }
    requireText(head, text, wide);
    if (text.startsWith("<") && text.contains("<!DOCTYPE") && !isHtml(text)) {
      throw new Refusal("doctype", "The file contains a DOCTYPE; such a file is never read.");
    }
    Matcher iso = ISO_20022.matcher(text);
    if (iso.find()) {
      return ofMessage(iso.group(1));
    }
    if (UBL_ROOT.matcher(text).find()) {
      return UBL;
    }
    if (text.contains(CII_ROOT)) {
      return CII;
    }
    if (OFX_HEAD.matcher(text).matches()) {
      return OFX;
    }
    if (text.startsWith("01,")) {
      return BAI2;
    }
    requireKnown(text);
    if (LOCKBOX_HEAD.matcher(text).lookingAt()) {
      return LOCKBOX;
    }
    if (text.startsWith("{1:") || text.startsWith(":")) {
      return ofTags(text);
    }
    return ofTable(text);
  }

  /** Forms that are known by their first signs, and are not read. */
  private static void requireKnown(String text) {
    String form =
        text.startsWith("ISA") && text.length() > 3 && !Character.isLetterOrDigit(text.charAt(3))
            ? "an interchange in X12"
            : text.startsWith("UNA") || text.startsWith("UNB+")
                ? "an interchange in EDIFACT"
                : ACH_HEAD.matcher(text).lookingAt() ? "a file of ACH payments (NACHA)" : "";
    if (!form.isEmpty()) {
      throw new Refusal("unknown-kind", "This is %s; such files are not read yet.".formatted(form));
    }
  }

  private static FileKind ofMessage(String message) {
    return switch (message) {
      case "camt.053" -> CAMT_053;
      case "camt.052" -> CAMT_052;
      case "camt.054" -> CAMT_054;
      default ->
          throw new Refusal(
              "unknown-kind",
              "This is an ISO 20022 message %s; account statements (camt.053) are read."
                  .formatted(message));
    };
  }

  private static FileKind ofTags(String text) {
    Matcher tags = MT_TAG.matcher(text);
    while (tags.find()) {
      switch (tags.group(1)) {
        case "60F", "60M" -> {
          return MT940;
        }
        case "34F", "13D", "90C", "90D" -> {
          return MT942;
        }
        default -> {}
      }
    }
    throw new Refusal(
        "unknown-kind", "This is a SWIFT message, but neither a statement (MT940) nor an MT942.");
  }

  private static FileKind ofTable(String text) {
    String first = text.lines().findFirst().orElse("").toLowerCase(Locale.ROOT);
    if (first.startsWith("record,account,currency")) {
      return STATEMENT_CSV;
    }
    Set<String> columns =
        Stream.of(first.split(",")).map(String::strip).collect(Collectors.toSet());
    for (FileKind form : OUR_FORMS) {
      if (columns.containsAll(form.columns())) {
        return form;
      }
    }
    if (!text.startsWith("<") && isTable(text)) {
      return BANK_CSV;
    }
    throw new Refusal("unknown-kind", lookingLike(text));
  }

  private static void requireText(byte[] head, String text, boolean wide) {
    if (head.length > 3 && (head[0] & 0xff) == 0xd0 && (head[1] & 0xff) == 0xcf) {
      throw new Refusal(
          "not-readable",
          "This is a workbook of the old form, or one with a password; save it as .xlsx without.");
    }
    if (head.length > 1 && (head[0] == 'P' && head[1] == 'K' || (head[0] & 0xff) == 0x1f)) {
      throw new Refusal("not-readable", "This is a packed file (zip or gzip); unpack it first.");
    }
    if (text.startsWith("%PDF")) {
      throw new Refusal("not-readable", "This is a PDF; ask for the data as camt.053 or CSV.");
    }
    for (byte b : head) {
      if (b == 0 && !wide) {
        throw new Refusal("not-readable", "The file holds binary data; it is not a text file.");
      }
    }
  }

  /** Some line with three columns or more, and another with as many. */
  private static boolean isTable(String text) {
    for (String delimiter : new String[] {",", ";", "\t", "\\|"}) {
      long wide = text.lines().limit(30).filter(l -> l.split(delimiter, -1).length >= 3).count();
      if (wide >= 2) {
        return true;
      }
    }
    return false;
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
      return "This is XML, but no statement that is known here.";
    }
    String first = text.lines().findFirst().orElse("");
    return "Neither a statement nor a list of open items: the first line reads “"
        + first.substring(0, Math.min(60, first.length()))
        + "”.";
  }
}
