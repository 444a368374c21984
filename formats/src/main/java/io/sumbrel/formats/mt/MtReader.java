package io.sumbrel.formats.mt;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.StatementSink;
import io.sumbrel.formats.TextLines;
import io.sumbrel.formats.Written;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * MT940 customer statements and MT942 interim reports: tags {@code :nn:} at the beginning of a
 * line, with or without the blocks of the network around them, several messages in one file.
 * Opening and entries must make the closing, which is checked by whoever takes the statement in.
 * Entries of an MT942 are pending.
 */
public final class MtReader extends StatementReading {
  private static final Pattern TAG = Pattern.compile(":(\\d{2}[A-Z]?):(.*)", Pattern.DOTALL);
  private static final Set<String> TAGS =
      Set.of(
          "20", "21", "25", "25P", "28", "28C", "60F", "60M", "61", "86", "62F", "62M", "64", "65",
          "13", "13D", "34F", "90C", "90D");
  private static final Pattern BALANCE =
      Pattern.compile("([CD])(\\d{6})([A-Z]{3})(\\d{1,15}(?:,\\d*)?)");

  /** Marks of the line on which a message once travelled: SOH and ETX. */
  private static final Pattern OF_THE_LINE = Pattern.compile("[\\x01\\x03]");

  private TextLines lines;
  private String tag = "";
  private int tagLine;
  private final StringBuilder value = new StringBuilder();
  private Message message;

  /** A page whose statement goes on in the next message. */
  private Message openPage;

  private MtReader(StatementSink sink) {
    super(sink);
  }

  public static Parsed<List<BankStatement>> read(byte[] bytes) {
    return collect(new ByteArrayInputStream(bytes), MtReader::new);
  }

  public static StatementReading into(StatementSink sink) {
    return new MtReader(sink);
  }

  @Override
  protected int line() {
    return lines.number();
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    lines = new TextLines(in);
    for (Optional<String> next = lines.next(); next.isPresent(); next = lines.next()) {
      line(next.get());
    }
    field();
    endMessage();
    if (openPage != null) {
      openPage.requireClosing();
    }
    if (lines.firstWindowsLine() > 0) {
      note(
          "encoding",
          "the file is not UTF-8; it was read as windows-1252.",
          lines.firstWindowsLine());
    }
  }

  private void line(String raw) {
    String plain = OF_THE_LINE.matcher(raw).replaceAll("");
    int block = plain.indexOf("{4:");
    String text = block >= 0 ? plain.substring(block + 3) : plain;
    if (block < 0 && text.startsWith("{") || text.isBlank() && tag.isEmpty()) {
      return;
    }
    Matcher matcher = TAG.matcher(text);
    if (matcher.matches() && TAGS.contains(matcher.group(1))) {
      field();
      tag = matcher.group(1);
      tagLine = lines.number();
      value.append(matcher.group(2));
    } else if (text.equals("-") || text.startsWith("-}")) {
      field();
      endMessage();
    } else if (!tag.isEmpty()) {
      value.append('\n').append(text);
    }
  }

  /** The field that was gathered so far has ended. */
  private void field() {
    if (!tag.isEmpty()) {
      String name = tag;
      String text = value.toString();
      tag = "";
      value.setLength(0);
      if (name.equals("20")) {
        endMessage();
        message = new Message(tagLine);
      }
      if (message == null) {
        refuse(
            "record", "“:%s:” stands before the “:20:” of its message.".formatted(name), tagLine);
      } else {
        attempt(tagLine, () -> message.field(name, text.stripTrailing(), tagLine));
      }
    }
  }

  private void endMessage() {
    if (message != null) {
      Message ended = message;
      message = null;
      attempt(line(), ended::end);
    }
  }

  /** One message between its {@code :20:} and its end. */
  private final class Message {
    private final int line;
    private String account = "";
    private String number = "";
    private Optional<Currency> currency = Optional.empty();
    private Optional<Balance> opening = Optional.empty();
    private Optional<Balance> closing = Optional.empty();
    private Optional<MtEntry> entry = Optional.empty();
    private boolean interim;

    Message(int line) {
      this.line = line;
    }

    void field(String name, String text, int at) {
      switch (name) {
        case "25", "25P" -> account = accountOf(text);
        case "28", "28C" -> number = text.strip();
        case "60F", "60M" -> opening = Optional.of(balance(text));
        case "62F", "62M" -> {
          flush();
          follow();
          closing = Optional.of(balance(text));
        }
        case "34F" -> {
          interim = true;
          currency =
              currency.or(
                  () -> Optional.of(Currencies.of(text.substring(0, Math.min(3, text.length())))));
        }
        case "61" -> {
          flush();
          follow();
          Currency of =
              required(currency, "currency", "an entry stands before the opening balance.");
          MtEntry begun = MtEntry.of(text, at, of);
          entry = Optional.of(begun);
          if (begun.isWithoutComma()) {
            note("amount", "an amount without a comma was read as whole units.", at);
          }
        }
        case "86" -> entry.ifPresent(e -> e.information(text));
        default -> flush();
      }
    }

    private void flush() {
      entry.ifPresent(
          e ->
              entry(
                  e.toEntry(
                      interim ? StatementEntry.Status.PENDING : StatementEntry.Status.BOOKED)));
      entry = Optional.empty();
    }

    private String accountOf(String text) {
      String first = text.lines().findFirst().orElse("").strip();
      // an IBAN may stand behind the bank's own code
      return first.substring(first.lastIndexOf('/') + 1);
    }

    private Balance balance(String text) {
      Matcher matcher = BALANCE.matcher(text.strip());
      if (!matcher.matches()) {
        throw new Refusal(
            "balance", "“%s” is not a balance such as C261116USD1250,00.".formatted(text.strip()));
      }
      Currency of = Currencies.of(matcher.group(3));
      if (currency.isPresent() && !currency.get().equals(of)) {
        throw new Refusal(
            "currency", "the balance is in %s, the statement in %s.".formatted(of, currency.get()));
      }
      currency = Optional.of(of);
      long minor = AmountText.parse(matcher.group(4).replace(',', '.'), of);
      return new Balance(
          Written.shortDate(matcher.group(2)), matcher.group(1).equals("C") ? minor : -minor);
    }

    /** Some banks state the opening on the first page only, and the closing on the last. */
    private void follow() {
      if (openPage != null && opening.isEmpty() && openPage.isBefore(this)) {
        opening = openPage.opening;
        currency = openPage.currency;
        openPage = null;
      }
    }

    private boolean isBefore(Message next) {
      return account.equals(next.account) && page(0).equals(next.page(0)) && !page(1).isEmpty();
    }

    /** Of a number such as 47/2 the statement and its page. */
    private String page(int part) {
      String[] parts = number.split("/");
      return part < parts.length ? parts[part] : "";
    }

    void requireClosing() {
      throw truncated("the message of line %d ends without its closing balance.".formatted(line));
    }

    void end() {
      flush();
      follow();
      if (openPage != null) {
        openPage.requireClosing();
      }
      Currency of =
          required(currency, "balance", "the message of line " + line + " has no opening balance.");
      if (account.isEmpty()) {
        throw new Refusal("account", "the message of line " + line + " names no account.");
      }
      if (!interim && closing.isEmpty()) {
        if (page(1).isEmpty() || opening.isEmpty()) {
          requireClosing();
        }
        openPage = this;
        return;
      }
      if (!interim && opening.isEmpty()) {
        throw new Refusal("balance", "the message of line " + line + " has no opening balance.");
      }
      ends(new StatementFrame(account, of, number, opening, closing));
    }
  }
}
