package io.sumbrel.formats.mt;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Currency;
import java.util.Map;

/**
 * Writes statements as MT940 with slash codes in {@code :86:}, for a bank that stands in for one.
 */
public final class MtWriter {
  private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("yyMMdd");
  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("MMdd");
  private static final int WIDTH = 65;

  private static final Map<Method, String> TYPES =
      Map.of(
          Method.TRANSFER, "TRF",
          Method.LOCKBOX, "LBX",
          Method.CHEQUE, "CHK",
          Method.DIRECT_DEBIT, "DDT",
          Method.DEPOSIT, "COL",
          Method.RETURNED, "RTI",
          Method.CHARGE, "CHG",
          Method.INTEREST, "INT");

  private MtWriter() {}

  public static String write(BankStatement s) {
    StringBuilder out = new StringBuilder();
    out.append(":20:").append(s.number()).append('\n');
    out.append(":25:").append(s.account()).append('\n');
    out.append(":28C:").append(s.number()).append("/1\n");
    out.append(":60F:").append(balance(s.frame().opening().orElseThrow(), s.currency()));
    for (StatementEntry entry : s.entries()) {
      entry(entry, s.currency(), out);
    }
    out.append(":62F:").append(balance(s.frame().closing().orElseThrow(), s.currency()));
    return out.append("-\n").toString();
  }

  private static String balance(Balance balance, Currency currency) {
    return side(balance.minor())
        + DATE.format(balance.date())
        + currency.getCurrencyCode()
        + amount(balance.minor(), currency)
        + "\n";
  }

  private static void entry(StatementEntry e, Currency currency, StringBuilder out) {
    LocalDate booked = e.bookingDate();
    boolean in = e.amountMinor() > 0;
    String mark = e.reversal().isPresent() ? "R" + (in ? "D" : "C") : in ? "C" : "D";
    out.append(":61:").append(DATE.format(e.valueDate())).append(DAY.format(booked));
    out.append(mark).append(amount(e.amountMinor(), currency));
    out.append('N').append(TYPES.getOrDefault(e.method(), "MSC")).append("NONREF");
    out.append("//").append(e.bankReference()).append('\n');
    StringBuilder text = new StringBuilder();
    e.payerAccount().ifPresent(a -> text.append("/ACC/").append(a));
    e.payerName().ifPresent(n -> text.append("/NAME/").append(n));
    if (!e.text().isEmpty()) {
      text.append("/REMI/").append(String.join(" ", e.text()));
    }
    if (!text.isEmpty()) {
      out.append(":86:");
      for (int from = 0; from < text.length(); from += WIDTH) {
        out.append(text, from, Math.min(text.length(), from + WIDTH)).append('\n');
      }
    }
  }

  private static String side(long minor) {
    return minor < 0 ? "D" : "C";
  }

  private static String amount(long minor, Currency currency) {
    String plain = AmountText.plain(Math.abs(minor), currency).replace('.', ',');
    return plain.contains(",") ? plain : plain + ",";
  }
}
