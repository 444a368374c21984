package io.sumbrel.formats.camt;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** One {@code Stmt}, {@code Rpt} or {@code Ntfctn}, gathered leaf by leaf. */
final class CamtStatement {
  private final String element;
  private final int line;
  private final Map<String, Balance> balances = new HashMap<>();
  private String account = "";
  private String id = "";
  private String sequence = "";
  private Optional<Currency> currency = Optional.empty();
  private boolean inAccount = true;

  private String balanceCode = "";
  private String balanceAmount = "";
  private String balanceSide = "";
  private Optional<LocalDate> balanceDate = Optional.empty();

  private String page = "";
  private boolean isLastPage = true;

  private long entries;
  private long booked;
  private long sum;
  private long bookedSum;
  private String saidCount = "";
  private String saidSum = "";

  CamtStatement(String element, int line) {
    this.element = element;
    this.line = line;
  }

  int line() {
    return line;
  }

  boolean isInformation() {
    return !element.equals("Stmt");
  }

  /** What follows is no longer about the account itself. */
  void accountSeen() {
    inAccount = false;
  }

  void beginBalance() {
    inAccount = false;
    balanceCode = "";
    balanceAmount = "";
    balanceSide = "";
    balanceDate = Optional.empty();
  }

  void amountCurrency(String code) {
    if (currency.isEmpty() && code != null) {
      currency = Optional.of(Currencies.of(code));
    }
  }

  /** The account's currency, or the one of its first amount. */
  Currency currencyOr(String code) {
    if (currency.isEmpty()) {
      currency = Optional.of(Currencies.of(code));
    }
    return currency.get();
  }

  void leaf(String name, String parent, String grandparent, String text) {
    switch (name) {
      case "Id" -> {
        if (parent.equals(element)) {
          id = text;
        } else if (inAccount && parent.equals("Othr") && account.isEmpty()) {
          account = text;
        }
      }
      case "IBAN" -> account = inAccount && account.isEmpty() ? text : account;
      case "Ccy" -> {
        if (parent.equals("Acct")) {
          currency = Optional.of(Currencies.of(text));
        }
      }
      case "ElctrncSeqNb" -> sequence = text;
      case "PgNb" -> page = text;
      case "LastPgInd" -> isLastPage = !text.equals("false") && !text.equals("0");
      case "Cd" ->
          balanceCode = parent.equals("CdOrPrtry") || parent.equals("Tp") ? text : balanceCode;
      case "Amt" -> balanceAmount = parent.equals("Bal") ? text : balanceAmount;
      case "CdtDbtInd" -> balanceSide = parent.equals("Bal") ? text : balanceSide;
      case "Dt", "DtTm" ->
          balanceDate = grandparent.equals("Bal") ? CamtEntry.date(text) : balanceDate;
      case "NbOfNtries" -> saidCount = parent.equals("TtlNtries") ? text : saidCount;
      case "Sum" -> saidSum = parent.equals("TtlNtries") ? text : saidSum;
      default -> {}
    }
  }

  /** Whether its closing stands on a page that follows (StmtPgntn of ISO 20022). */
  boolean isContinued() {
    return !isLastPage && balance("CLBD", "last ITBD").isEmpty();
  }

  /**
   * Of a page without an opening that of the page before it holds, where it is of one statement.
   */
  void follows(CamtStatement before) {
    if (account.equals(before.account)
        && sequence.equals(before.sequence)
        && balance("OPBD", "PRCD", "ITBD").isEmpty()) {
      before.balance("OPBD", "PRCD", "ITBD").ifPresent(b -> balances.put("OPBD", b));
    }
  }

  /** What it is called among the pages of a file. */
  String pageWords() {
    return "page %s of statement %s".formatted(page, sequence.isEmpty() ? id : sequence);
  }

  void endBalance() {
    long minor = CamtEntry.signed(balanceAmount, balanceSide, requireCurrency());
    LocalDate date = balanceDate.orElseThrow(() -> new Refusal("date", "a balance has no date."));
    Balance balance = new Balance(date, minor);
    if (balanceCode.equals("ITBD")) {
      balances.putIfAbsent("ITBD", balance);
      balances.put("last ITBD", balance);
    } else {
      balances.put(balanceCode, balance);
    }
  }

  private Currency requireCurrency() {
    return currency.orElseThrow(() -> new Refusal("currency", "the statement names no currency."));
  }

  void count(long amountMinor, boolean isBooked) {
    entries++;
    sum += Math.abs(amountMinor);
    if (isBooked) {
      booked++;
      bookedSum += Math.abs(amountMinor);
    }
  }

  /** The file's own count and unsigned sum, over all entries or the booked ones. */
  void requireSummary() {
    if (!saidCount.isEmpty()
        && !saidCount.equals(Long.toString(booked))
        && !saidCount.equals(Long.toString(entries))) {
      throw new Refusal(
          "count", "the file says %s entries, %d were read.".formatted(saidCount, entries));
    }
    if (!saidSum.isEmpty()) {
      long said = AmountText.parse(saidSum, requireCurrency());
      if (said != sum && said != bookedSum) {
        throw new Refusal(
            "sum",
            "the file says its entries sum to %s, they sum to %s."
                .formatted(
                    AmountText.words(said, currency.get()), AmountText.words(sum, currency.get())));
      }
    }
  }

  /**
   * The opening is OPBD, else PRCD, else the page's ITBD; the closing CLBD, else the last ITBD.
   *
   * @throws Refusal when a statement lacks its account, currency or a balance
   */
  StatementFrame frame() {
    if (account.isEmpty()) {
      throw new Refusal("account", "the statement names no account.");
    }
    Currency of = requireCurrency();
    Optional<Balance> opening = balance("OPBD", "PRCD", "ITBD");
    Optional<Balance> closing = balance("CLBD", "last ITBD");
    if (!isInformation() && opening.isEmpty()) {
      throw new Refusal("balance", "the opening balance is missing.");
    }
    if (!isInformation() && closing.isEmpty()) {
      throw new Refusal("balance", "the closing balance is missing.");
    }
    return new StatementFrame(account, of, sequence.isEmpty() ? id : sequence, opening, closing);
  }

  private Optional<Balance> balance(String... codes) {
    for (String code : codes) {
      if (balances.containsKey(code)) {
        return Optional.of(balances.get(code));
      }
    }
    return Optional.empty();
  }
}
