package io.sumbrel.core.matching.reading;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Words by which payers say that money is for something else than an invoice, in the languages of
 * the houses that were looked at; common practice, from memory.
 */
final class OtherPurpose {
  private static final List<String> WORDS =
      List.of(
          "RENT",
          "RENTAL DEPOSIT",
          "SECURITY DEPOSIT",
          "REFUND",
          "REIMBURSEMENT",
          "DONATION",
          "PREPAYMENT",
          "ADVANCE PAYMENT",
          "DOWN PAYMENT",
          "LOAN",
          "DIVIDEND",
          "SALARY",
          "WAGES",
          "INSURANCE",
          "MIETE",
          "KAUTION",
          "SPENDE",
          "ANZAHLUNG",
          "VORAUSZAHLUNG",
          "GEHALT",
          "R(?:UE|U|Ü)CKZAHLUNG",
          "ERSTATTUNG",
          "VERSICHERUNG",
          "DARLEHEN",
          "LOYER",
          "CAUTION",
          "ACOMPTE",
          "REMBOURSEMENT",
          "SALAIRE",
          "ASSURANCE",
          "AFFITTO",
          "CAPARRA",
          "RIMBORSO",
          "ACCONTO",
          "ALQUILER",
          "FIANZA",
          "DEVOLUCI[OÓ]N",
          "ANTICIPO",
          "HUUR",
          "BORG",
          "TERUGBETALING",
          "VOORSCHOT",
          "HYRA",
          "CZYNSZ",
          "KAUCJA",
          "ZALICZKA",
          "ZWROT");

  private static final Pattern ANY = anyOf(WORDS.stream().collect(Collectors.joining("|")));

  /** A deposit is what money at a counter is called too. */
  private static final Pattern DEPOSIT = anyOf("DEPOSIT");

  private OtherPurpose() {}

  static boolean isIn(MoneyIn moneyIn) {
    String said =
        moneyIn.payerName().map(n -> moneyIn.text().replace(n, " ")).orElse(moneyIn.text());
    return ANY.matcher(said).find() || isTransfer(moneyIn) && DEPOSIT.matcher(said).find();
  }

  private static boolean isTransfer(MoneyIn moneyIn) {
    return moneyIn.payerName().isPresent()
        && moneyIn.bankLine().filter(l -> l.method() != Method.TRANSFER).isEmpty();
  }

  private static Pattern anyOf(String words) {
    return Pattern.compile("(?iu)(?<![\\p{L}\\p{N}])(?:" + words + ")(?![\\p{L}\\p{N}])");
  }
}
