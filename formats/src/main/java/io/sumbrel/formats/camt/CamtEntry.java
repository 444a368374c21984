package io.sumbrel.formats.camt;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementEntry.Status;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * One {@code Ntry} of any version: {@code Sts} as text or as {@code Sts/Cd}, a party's name
 * directly or under {@code Pty}. The amount is never negative; {@code CdtDbtInd} is the direction
 * of this booking, a reversal's too. An entry that gives its transactions with their amounts is
 * read as these.
 */
final class CamtEntry {
  private final int line;
  private final boolean information;
  private final List<CamtDetail> details = new ArrayList<>();
  private CamtDetail detail;
  private String amount = "";
  private String currencyCode = "";
  private String side = "";
  private String status = "";
  private String reference = "";
  private String family = "";
  private String subFamily = "";
  private String additional = "";
  private boolean reversal;
  private Optional<LocalDate> booked = Optional.empty();
  private Optional<LocalDate> value = Optional.empty();
  private Optional<String> note = Optional.empty();
  private String lastCurrency = "";
  private long amountMinor;

  CamtEntry(int line, boolean information) {
    this.line = line;
    this.information = information;
  }

  int line() {
    return line;
  }

  long amountMinor() {
    return amountMinor;
  }

  boolean isBooked() {
    return status.equals("BOOK");
  }

  Optional<String> note() {
    return note;
  }

  void beginDetail(int at) {
    detail = new CamtDetail(at);
    details.add(detail);
  }

  void endDetail() {
    detail = null;
  }

  void amountCurrency(String code) {
    lastCurrency = code == null ? "" : code;
  }

  void leaf(String name, String parent, String grandparent, String text) {
    if (detail != null) {
      detail.leaf(name, parent, grandparent, text, lastCurrency);
      return;
    }
    switch (name) {
      case "Amt" -> {
        if (parent.equals("Ntry")) {
          amount = text;
          currencyCode = lastCurrency;
        }
      }
      case "CdtDbtInd" -> side = parent.equals("Ntry") ? text : side;
      case "RvslInd" -> reversal = text.equals("true") || text.equals("1");
      case "Sts" -> status = text;
      case "Dt", "DtTm" -> {
        booked = parent.equals("BookgDt") ? date(text) : booked;
        value = parent.equals("ValDt") ? date(text) : value;
      }
      case "AcctSvcrRef" -> reference = text;
      case "NtryRef" -> reference = reference.isEmpty() ? text : reference;
      case "Cd" -> {
        status = parent.equals("Sts") ? text : status;
        family = parent.equals("Fmly") ? text : family;
      }
      case "SubFmlyCd" -> subFamily = text;
      case "AddtlNtryInf" -> additional = text;
      default -> {}
    }
  }

  /** The entry, or the transactions it sums up. */
  List<StatementEntry> toEntries(CamtStatement statement) {
    if (amount.isEmpty()) {
      throw new Refusal("amount", "the amount is missing.");
    }
    Currency currency = statement.currencyOr(currencyCode);
    if (!currencyCode.equals(currency.getCurrencyCode())) {
      throw new Refusal(
          "currency",
          "the amount is in “%s”, the account in %s.".formatted(currencyCode, currency));
    }
    amountMinor = signed(amount, side, currency);
    if (booked.or(() -> value).isEmpty() && !isBooked()) {
      note =
          Optional.of(
              "%s is announced without a date; it was left out."
                  .formatted(AmountText.words(amountMinor, currency)));
      return List.of();
    }
    LocalDate day =
        booked
            .or(() -> value)
            .orElseThrow(() -> new Refusal("date", "the entry has no booking date."));
    if (details.size() > 1) {
      List<Long> parts = details.stream().map(d -> d.signedMinor(side, currency)).toList();
      boolean whole = parts.stream().noneMatch(p -> p == 0);
      if (whole && parts.stream().mapToLong(p -> p).sum() == amountMinor) {
        return split(parts, day, currency);
      }
      if (whole) {
        note =
            Optional.of(
                "the transactions of this entry do not make its amount; it was read as one sum.");
      }
    }
    StatementEntry.Builder entry = begin(line, day, amountMinor).reference(reference);
    if (details.size() == 1) {
      details.get(0).party(entry, amountMinor > 0, isTakenBack(details.get(0)));
    }
    details.forEach(d -> d.describe(entry, currency));
    return List.of(finish(entry, details.stream().findFirst()));
  }

  private List<StatementEntry> split(List<Long> parts, LocalDate day, Currency currency) {
    List<StatementEntry> entries = new ArrayList<>();
    for (int i = 0; i < parts.size(); i++) {
      CamtDetail part = details.get(i);
      StatementEntry.Builder entry =
          begin(part.line(), day, parts.get(i))
              .reference(part.reference().orElse(reference))
              .partOf(reference);
      part.party(entry, parts.get(i) > 0, isTakenBack(part));
      part.describe(entry, currency);
      entries.add(finish(entry, Optional.of(part)));
    }
    return entries;
  }

  private StatementEntry.Builder begin(int at, LocalDate day, long minor) {
    return StatementEntry.at(at, day, minor)
        .value(value.orElse(day))
        .status(information ? Status.INFORMATION : isBooked() ? Status.BOOKED : Status.PENDING);
  }

  private StatementEntry finish(StatementEntry.Builder entry, Optional<CamtDetail> from) {
    if (reversal) {
      entry.reverses(from.flatMap(CamtDetail::originalReference).orElse(""));
    }
    boolean returned = from.filter(CamtDetail::isReturn).isPresent();
    return entry.method(returned ? Method.RETURNED : method()).text(additional).build();
  }

  private boolean isTakenBack(CamtDetail of) {
    return reversal || of.isReturn() || method() == Method.RETURNED;
  }

  /** How the money came, from the family of the bank transaction code (codes from memory). */
  private Method method() {
    return switch (subFamily) {
      case "RRTN", "RPCR", "UPDD", "PRDD", "UPCQ" -> Method.RETURNED;
      case "CHRG", "COMM", "FEES" -> Method.CHARGE;
      case "INTR" -> Method.INTEREST;
      default ->
          switch (family) {
            case "RCDT", "ICDT" -> Method.TRANSFER;
            case "RCHQ", "ICHQ" -> Method.CHEQUE;
            case "IDDT", "RDDT" -> Method.DIRECT_DEBIT;
            case "MCRD", "CCRD" -> Method.CARD;
            case "CNTR" -> Method.DEPOSIT;
            case "LBOX" -> Method.LOCKBOX;
            default -> Method.OTHER;
          };
    };
  }

  /** Signed minor units of an amount with its {@code CdtDbtInd}. */
  static long signed(String amount, String side, Currency currency) {
    if (amount.isEmpty()) {
      throw new Refusal("amount", "the amount is missing.");
    }
    long minor = AmountText.parse(amount, currency);
    if (minor < 0) {
      throw new Refusal("amount-negative", amount + " is negative, which no amount may be.");
    }
    return switch (side) {
      case "CRDT" -> minor;
      case "DBIT" -> -minor;
      default -> throw new Refusal("direction", "“" + side + "” is neither CRDT nor DBIT.");
    };
  }

  /** A date, or the date of a moment as the bank wrote it. */
  static Optional<LocalDate> date(String text) {
    try {
      if (text.length() == 10 && text.charAt(4) == '-' && text.charAt(7) == '-') {
        return Optional.of(
            LocalDate.of(number(text, 0, 4), number(text, 5, 7), number(text, 8, 10)));
      }
      return Optional.of(LocalDate.parse(text.substring(0, Math.min(10, text.length()))));
    } catch (DateTimeException | NumberFormatException e) {
      return Optional.empty();
    }
  }

  private static int number(String text, int from, int to) {
    return Integer.parseInt(text, from, to, 10);
  }
}
