package io.sumbrel.formats.ofx;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementEntry.Status;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.StatementSink;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Statements of Open Financial Exchange, version 1 (SGML) and 2 (XML). The sign of {@code TRNAMT}
 * decides the side, never {@code TRNTYPE}. The first eight digits of a date are the day as the bank
 * wrote it. An opening balance is not part of the format, and the ledger balance is of its own day,
 * so no balance is stated as one between which the entries lie.
 */
public final class OfxReader extends StatementReading {
  private static final int HEAD = 1024;
  private static final Pattern XML_ENCODING =
      Pattern.compile("(?i)<\\?xml[^>]*encoding\\s*=\\s*[\"']([A-Za-z0-9._-]+)");
  private static final Pattern ENCODING = Pattern.compile("(?i)ENCODING:\\s*([A-Z0-9-]+)");
  private static final Pattern CHARSET = Pattern.compile("(?i)CHARSET:\\s*([A-Z0-9-]+)");

  private OfxTokens tokens;
  private final Map<String, String> leaves = new HashMap<>();
  private int entryLine;
  private boolean inStatement;
  private boolean pendingList;
  private boolean ended;
  private String account = "";
  private Optional<Currency> currency = Optional.empty();

  private OfxReader(StatementSink sink) {
    super(sink);
  }

  public static Parsed<List<BankStatement>> read(byte[] bytes) {
    return collect(new ByteArrayInputStream(bytes), OfxReader::new);
  }

  public static StatementReading into(StatementSink sink) {
    return new OfxReader(sink);
  }

  @Override
  protected int line() {
    return tokens == null ? 0 : tokens.line();
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    BufferedInputStream buffered = new BufferedInputStream(in, 1 << 16);
    tokens = new OfxTokens(buffered, charset(buffered));
    tokens.skipHead();
    for (var next = tokens.next(); next.isPresent(); next = tokens.next()) {
      token(next.get());
    }
    if (!ended) {
      throw truncated("the file has no </OFX> at its end.");
    }
  }

  /**
   * As the head says (OFX 2.2 for XML; CHARSET and ENCODING of version 1); windows-1252 where it
   * says nothing that is known (common practice of version 1 files).
   */
  private static Charset charset(BufferedInputStream in) throws IOException {
    in.mark(HEAD);
    String head = new String(in.readNBytes(HEAD), StandardCharsets.ISO_8859_1);
    in.reset();
    if (head.startsWith("\u00EF\u00BB\u00BF")) {
      return StandardCharsets.UTF_8;
    }
    Matcher xml = XML_ENCODING.matcher(head);
    if (xml.find()) {
      return known(xml.group(1)).orElse(StandardCharsets.UTF_8);
    }
    if (head.toUpperCase(Locale.ROOT).contains("<?XML")) {
      return StandardCharsets.UTF_8;
    }
    Matcher encoding = ENCODING.matcher(head);
    if (encoding.find() && encoding.group(1).toUpperCase(Locale.ROOT).matches("UTF-?8|UNICODE")) {
      return StandardCharsets.UTF_8;
    }
    Matcher charset = CHARSET.matcher(head);
    String name = charset.find() ? charset.group(1) : "";
    return known(name.matches("\\d{3,4}") ? "windows-" + name : name)
        .or(() -> known("ISO-" + name))
        .orElse(Charset.forName("windows-1252"));
  }

  private static Optional<Charset> known(String name) {
    try {
      return Optional.of(Charset.forName(name));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** Bytes that cannot be what the head says they are. */
  @Override
  protected void sumUp() {
    super.sumUp();
    if (tokens.firstDoubtful() > 0) {
      note(
          "encoding",
          "some letters here are not of the encoding that the file states; they are shown as �.",
          tokens.firstDoubtful());
    }
  }

  private void token(OfxTokens.Token token) {
    switch (token.tag()) {
      case "STMTRS", "CCSTMTRS" -> {
        inStatement = true;
        account = "";
        currency = Optional.empty();
      }
      case "/STMTRS", "/CCSTMTRS" -> attempt(token.line(), this::endStatement);
      case "BANKTRANLISTP" -> pendingList = true;
      case "/BANKTRANLISTP" -> pendingList = false;
      case "STMTTRN", "STMTTRNP" -> {
        leaves.clear();
        entryLine = token.line();
      }
      case "/STMTTRN", "/STMTTRNP" -> attempt(entryLine, this::endEntry);
      case "CURDEF" ->
          attempt(token.line(), () -> currency = Optional.of(Currencies.of(token.text())));
      case "ACCTID" -> account = inStatement && account.isEmpty() ? token.text() : account;
      case "CODE" -> requireStatus(token);
      case "/OFX" -> ended = true;
      default -> leaves.putIfAbsent(token.tag(), token.text());
    }
  }

  private void requireStatus(OfxTokens.Token token) {
    if (!inStatement && !token.text().equals("0") && token.text().matches("\\d+")) {
      note("status", "the bank answered with status %s.".formatted(token.text()), token.line());
    }
  }

  private void endEntry() {
    Currency of =
        required(currency, "currency", "an entry stands before the currency of its account.");
    String type = leaf("TRNTYPE");
    // OFX 11.4: under CURRENCY the amount is in that one; under ORIGCURRENCY it was converted
    if (leaves.containsKey("CURRENCY") && !leaf("CURSYM").equals(of.getCurrencyCode())) {
      throw new Refusal(
          "currency",
          "the amount is in %s, the account in %s; it is converted by nobody."
              .formatted(leaf("CURSYM"), of));
    }
    long amount = amount(leaf("TRNAMT"), of);
    String day = leaf("DTPOSTED").isEmpty() ? leaf("DTTRAN") : leaf("DTPOSTED");
    if (day.isEmpty() && (pendingList || type.equals("HOLD"))) {
      note(
          "pending",
          "%s of %s is announced without a date; it was left out."
              .formatted(AmountText.words(amount, of), leaf("NAME")),
          entryLine);
      return;
    }
    LocalDate posted = date(day);
    if (amount == 0) {
      note("zero", "the entry of 0.00 was left out.", entryLine);
      return;
    }
    boolean pending = pendingList || type.equals("HOLD");
    StatementEntry.Builder entry =
        StatementEntry.at(entryLine, posted, amount)
            .value(leaf("DTAVAIL").isEmpty() ? posted : date(leaf("DTAVAIL")))
            .status(pending ? Status.PENDING : Status.BOOKED)
            .reference(leaf("FITID").equals("0") ? "" : leaf("FITID"))
            .payer(Optional.of(leaf("NAME")), Optional.empty())
            .method(method(type));
    if (!leaf("CORRECTFITID").isEmpty()) {
      entry.reverses(leaf("CORRECTFITID"));
    }
    entry.text(leaf("MEMO"));
    if (!leaf("CHECKNUM").isEmpty()) {
      entry.text("cheque " + leaf("CHECKNUM"));
    }
    entry.text(leaf("REFNUM"));
    entry(entry.build());
  }

  private String leaf(String name) {
    return leaves.getOrDefault(name, "").strip();
  }

  private void endStatement() {
    inStatement = false;
    Currency of = required(currency, "currency", "the statement names no currency.");
    if (account.isEmpty()) {
      throw new Refusal("account", "the statement names no account.");
    }
    Optional<Balance> ledger = Optional.empty();
    if (!leaf("BALAMT").isEmpty() && !leaf("DTASOF").isEmpty()) {
      ledger = Optional.of(new Balance(date(leaf("DTASOF")), amount(leaf("BALAMT"), of)));
    }
    ends(
        new StatementFrame(
            account, of, ledger.map(b -> "of " + b.date()).orElse(""), Optional.empty(), ledger));
    leaves.clear();
  }

  /** A sign, digits, a point or a comma before the decimals; no grouping. */
  private static long amount(String text, Currency currency) {
    String plain = text.replace("\u2212", "-");
    if (!plain.matches("[+-]?\\d{0,15}([.,]\\d*)?") || !plain.matches(".*\\d.*")) {
      throw new Refusal("amount", "“" + text + "” is not an amount such as -1280.00.");
    }
    String point = plain.replace(',', '.').replaceFirst("^([+-]?)\\.", "$10.");
    return AmountText.parse(point, currency);
  }

  private static LocalDate date(String text) {
    try {
      return LocalDate.parse(
          text.substring(0, Math.min(8, text.length())), DateTimeFormatter.BASIC_ISO_DATE);
    } catch (DateTimeParseException e) {
      throw new Refusal("date", "“" + text + "” is not a date such as 20261116.");
    }
  }

  private static Method method(String type) {
    return switch (type) {
      case "DEP", "ATM", "CASH" -> Method.DEPOSIT;
      case "CHECK" -> Method.CHEQUE;
      case "DIRECTDEBIT" -> Method.DIRECT_DEBIT;
      case "XFER", "DIRECTDEP", "CREDIT", "PAYMENT", "REPEATPMT" -> Method.TRANSFER;
      case "POS" -> Method.CARD;
      case "FEE", "SRVCHG" -> Method.CHARGE;
      case "INT", "DIV" -> Method.INTEREST;
      default -> Method.OTHER;
    };
  }
}
