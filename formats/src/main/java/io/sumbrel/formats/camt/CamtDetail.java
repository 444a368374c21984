package io.sumbrel.formats.camt;

import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/** One {@code TxDtls}: a transaction of an entry. */
final class CamtDetail {
  private static final String NOT_PROVIDED = "NOTPROVIDED";

  private final int line;
  private final List<String> text = new ArrayList<>();
  private final List<String> documents = new ArrayList<>();
  private final List<String> paid = new ArrayList<>();
  private final List<String> remarks = new ArrayList<>();
  private String amount = "";
  private String amountCurrency = "";
  private String side = "";
  private String transactionAmount = "";
  private String transactionCurrency = "";
  private String endToEnd = "";
  private String reference = "";
  private String debtor = "";
  private String ultimateDebtor = "";
  private String debtorAccount = "";
  private String creditor = "";
  private String ultimateCreditor = "";
  private String creditorAccount = "";
  private boolean returned;

  CamtDetail(int line) {
    this.line = line;
  }

  int line() {
    return line;
  }

  void leaf(String name, String parent, String grandparent, String value, String currency) {
    String owner = parent.equals("Pty") ? grandparent : parent;
    switch (name) {
      case "Amt" -> amount(parent, value, currency);
      case "CdtDbtInd" -> side = parent.equals("TxDtls") ? value : side;
      case "EndToEndId" -> endToEnd = value;
      case "AcctSvcrRef" -> reference = parent.equals("Refs") ? value : reference;
      case "ChqNb" -> remarks.add("cheque " + value);
      case "Nm" -> name(owner, value);
      case "IBAN" -> account(grandparent, value);
      case "Id" -> {
        if (parent.equals("Othr")) {
          account(grandparent, value);
        }
      }
      case "Ustrd" -> text.add(value);
      case "Nb" -> document(parent.equals("RfrdDocInf"), value);
      case "RmtdAmt" -> paid(parent.equals("RfrdDocAmt"), value, currency);
      case "CdtNoteAmt" -> paid(parent.equals("RfrdDocAmt"), "-" + value, currency);
      case "Ref" -> document(parent.equals("CdtrRefInf"), value);
      case "AddtlRmtInf" -> text.add(value);
      case "AddtlTxInf" -> remarks.add(value);
      case "Cd" -> {
        if (parent.equals("Rsn") && grandparent.equals("RtrInf")) {
          returned = true;
          remarks.add("returned " + value);
        }
      }
      default -> {}
    }
  }

  private void amount(String parent, String value, String currency) {
    switch (parent) {
      case "TxDtls" -> {
        amount = value;
        amountCurrency = currency;
      }
      case "TxAmt" -> {
        transactionAmount = value;
        transactionCurrency = currency;
      }
      case "Chrgs", "Rcrd" -> remarks.add("charges " + value + " " + currency);
      default -> {}
    }
  }

  private void document(boolean stated, String number) {
    if (stated) {
      documents.add(number);
    }
  }

  /** An amount belongs to the document before it, where there is exactly one without. */
  private void paid(boolean stated, String value, String currency) {
    if (stated && documents.size() == paid.size() + 1) {
      paid.add(value + " " + currency);
    }
  }

  private void name(String owner, String value) {
    switch (owner) {
      case "Dbtr" -> debtor = value;
      case "UltmtDbtr" -> ultimateDebtor = value;
      case "Cdtr" -> creditor = value;
      case "UltmtCdtr" -> ultimateCreditor = value;
      default -> {}
    }
  }

  private void account(String owner, String value) {
    switch (owner) {
      case "DbtrAcct" -> debtorAccount = value;
      case "CdtrAcct" -> creditorAccount = value;
      default -> {}
    }
  }

  Optional<String> reference() {
    return Optional.of(reference).filter(r -> !r.isEmpty());
  }

  /** What a reversal may name of its original. */
  Optional<String> originalReference() {
    return Optional.of(endToEnd)
        .filter(e -> !e.isEmpty() && !e.equals(NOT_PROVIDED))
        .or(this::reference);
  }

  boolean isReturn() {
    return returned;
  }

  /** Signed minor units in the account's currency; zero when the file does not give them. */
  long signedMinor(String entrySide, Currency currency) {
    String code = currency.getCurrencyCode();
    String own = side.isEmpty() ? entrySide : side;
    if (!amount.isEmpty() && amountCurrency.equals(code)) {
      return CamtEntry.signed(amount, own, currency);
    }
    return !transactionAmount.isEmpty() && transactionCurrency.equals(code)
        ? CamtEntry.signed(transactionAmount, own, currency)
        : 0;
  }

  /**
   * The other party.
   *
   * @param takenBack whether it is a return or a reversal: its parties stand as in what it takes
   *     back (common practice), so the other one is on the other side
   */
  void party(StatementEntry.Builder entry, boolean in, boolean takenBack) {
    boolean fromDebtor = in != takenBack;
    String debtors = ultimateDebtor.isEmpty() ? debtor : ultimateDebtor;
    String creditors = ultimateCreditor.isEmpty() ? creditor : ultimateCreditor;
    boolean debtorIs =
        fromDebtor ? !debtors.isEmpty() || !takenBack : creditors.isEmpty() && takenBack;
    entry.payer(
        Optional.of(debtorIs ? debtors : creditors),
        Optional.of(debtorIs ? debtorAccount : creditorAccount));
  }

  void describe(StatementEntry.Builder entry, Currency currency) {
    text.forEach(entry::text);
    if (!endToEnd.equals(NOT_PROVIDED)) {
      entry.text(endToEnd);
    }
    remarks.forEach(entry::text);
    documents.forEach(entry::document);
    details(currency).forEach(entry::detail);
  }

  /** What is said to be paid on each document; nothing unless it is said of all of them. */
  private List<RemittanceDetail> details(Currency currency) {
    List<RemittanceDetail> details = new ArrayList<>();
    String code = " " + currency.getCurrencyCode();
    for (int i = 0; i < paid.size(); i++) {
      String amount = paid.get(i);
      if (paid.size() != documents.size()
          || !amount.endsWith(code)
          || !amount.matches("-?\\d{1,13}([.]\\d{1,3})? [A-Z]{3}")) {
        return List.of();
      }
      String figure = amount.substring(0, amount.length() - code.length());
      details.add(
          new RemittanceDetail(documents.get(i).strip(), AmountText.parse(figure, currency)));
    }
    return details;
  }
}
