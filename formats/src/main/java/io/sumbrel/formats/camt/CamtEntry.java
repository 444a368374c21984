package io.sumbrel.formats.camt;

import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementEntry.Status;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * One {@code Ntry} of any version: {@code Sts} as text or as {@code Sts/Cd}, a party's name
 * directly or under {@code Pty}. The amount is never negative; {@code CdtDbtInd} is the direction
 * of this booking, a reversal's too.
 */
final class CamtEntry {
  private static final String NOT_PROVIDED = "NOTPROVIDED";

  private CamtEntry() {}

  static StatementEntry of(XmlNode node, Currency currency) {
    LocalDate booked =
        date(node, "BookgDt")
            .or(() -> date(node, "ValDt"))
            .orElseThrow(() -> new Refusal("date", "the entry has no booking date."));
    List<XmlNode> details = node.all("NtryDtls", "TxDtls");
    Optional<XmlNode> first = details.stream().findFirst();
    return new StatementEntry(
        node.line(),
        booked,
        date(node, "ValDt").orElse(booked),
        signedAmount(node, currency),
        node.textAt("Sts/Cd", "Sts").filter("BOOK"::equals).isPresent()
            ? Status.BOOKED
            : Status.PENDING,
        node.textAt("AcctSvcrRef", "NtryRef").orElse(""),
        first.flatMap(
            d ->
                d.textAt(
                    "RltdPties/UltmtDbtr/Nm",
                    "RltdPties/UltmtDbtr/Pty/Nm",
                    "RltdPties/Dbtr/Nm",
                    "RltdPties/Dbtr/Pty/Nm")),
        first.flatMap(d -> d.textAt("RltdPties/DbtrAcct/Id/IBAN", "RltdPties/DbtrAcct/Id/Othr/Id")),
        method(node),
        text(node, details),
        references(details));
  }

  /** Signed minor units of an {@code Amt} with its {@code CdtDbtInd}. */
  static long signedAmount(XmlNode node, Currency currency) {
    XmlNode amount =
        node.first("Amt").orElseThrow(() -> new Refusal("amount", "the amount is missing."));
    if (!amount.currency().equals(currency.getCurrencyCode())) {
      throw new Refusal(
          "currency",
          "the amount is in “%s”, the account in %s.".formatted(amount.currency(), currency));
    }
    long minor = AmountText.parse(amount.text(), currency);
    if (minor < 0) {
      throw new Refusal("amount-negative", amount.text() + " is negative, which no amount may be.");
    }
    String direction = node.textAt("CdtDbtInd").orElse("");
    return switch (direction) {
      case "CRDT" -> minor;
      case "DBIT" -> -minor;
      default -> throw new Refusal("direction", "“" + direction + "” is neither CRDT nor DBIT.");
    };
  }

  /** A {@code Dt} or {@code DtTm} under an element. */
  static Optional<LocalDate> date(XmlNode node, String element) {
    Optional<String> text = node.textAt(element + "/Dt", element + "/DtTm");
    try {
      return text.map(t -> LocalDate.parse(t.substring(0, Math.min(10, t.length()))));
    } catch (DateTimeParseException e) {
      throw new Refusal("date", "“" + text.get() + "” is not a date.");
    }
  }

  private static List<String> text(XmlNode node, List<XmlNode> details) {
    List<String> text = new ArrayList<>();
    for (XmlNode detail : details) {
      detail.all("RmtInf", "Ustrd").forEach(u -> text.add(u.text()));
      detail.all("RmtInf", "Strd").forEach(s -> s.textAt("AddtlRmtInf").ifPresent(text::add));
      detail.textAt("Refs/EndToEndId").filter(r -> !r.equals(NOT_PROVIDED)).ifPresent(text::add);
      detail.textAt("Refs/ChqNb").ifPresent(n -> text.add("cheque " + n));
      detail.textAt("AddtlTxInf").ifPresent(text::add);
    }
    text.addAll(references(details));
    node.textAt("AddtlNtryInf").ifPresent(text::add);
    return text.stream().distinct().toList();
  }

  private static List<String> references(List<XmlNode> details) {
    List<String> references = new ArrayList<>();
    for (XmlNode detail : details) {
      detail.all("RmtInf", "Strd", "RfrdDocInf", "Nb").forEach(n -> references.add(n.text()));
      detail.all("RmtInf", "Strd", "CdtrRefInf", "Ref").forEach(n -> references.add(n.text()));
    }
    return references;
  }

  /** How the money came, from the family of the bank transaction code. */
  private static String method(XmlNode node) {
    return switch (node.textAt("BkTxCd/Domn/Fmly/Cd").orElse("")) {
      case "RCDT", "ICDT" -> "transfer";
      case "RCHQ", "ICHQ" -> "cheque";
      case "IDDT", "RDDT" -> "direct debit";
      case "MCRD", "CCRD" -> "card";
      case "CNTR" -> "counter";
      case "LBOX" -> "lockbox";
      case "MDOP" -> "bank";
      default -> "other";
    };
  }
}
