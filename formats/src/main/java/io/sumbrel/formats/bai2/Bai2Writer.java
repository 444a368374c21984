package io.sumbrel.formats.bai2;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Writes statements as BAI2, for a bank that stands in for one. */
public final class Bai2Writer {
  private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("yyMMdd");

  private Bai2Writer() {}

  /**
   * @param sender who sends it, and {@code fileId} the number of the file on its day
   */
  public static String write(String sender, int fileId, BankStatement s) {
    LocalDate day = s.frame().closing().map(Balance::date).orElseThrow();
    List<String> account = account(s);
    long total = controlTotal(s);
    List<String> lines = new ArrayList<>();
    lines.add("01,%s,CLIENT,%s,2205,%d,,,2/".formatted(sender, DATE.format(day), fileId));
    lines.add(
        "02,CLIENT,%s,1,%s,2205,%s,2/"
            .formatted(sender, DATE.format(day), s.currency().getCurrencyCode()));
    lines.addAll(account);
    lines.add("49,%d,%d/".formatted(total, account.size() + 1));
    lines.add("98,%d,1,%d/".formatted(total, account.size() + 3));
    lines.add("99,%d,1,%d/".formatted(total, account.size() + 5));
    return String.join("\n", lines) + "\n";
  }

  private static List<String> account(BankStatement s) {
    List<String> lines = new ArrayList<>();
    lines.add(
        "03,%s,%s,010,%d,,,015,%d,,/"
            .formatted(s.account(), s.currency().getCurrencyCode(), opening(s), closing(s)));
    for (StatementEntry e : s.entries()) {
      String text =
          Stream.concat(e.payerName().stream(), e.text().stream())
              .collect(Collectors.joining(" "))
              .replaceAll("[\\r\\n]+", " ");
      lines.add(
          "16,%d,%d,V,%s,,%s,,%s"
              .formatted(
                  code(e.method(), e.amountMinor() > 0),
                  Math.abs(e.amountMinor()),
                  DATE.format(e.valueDate()),
                  e.bankReference(),
                  text.isEmpty() ? "/" : text));
    }
    return lines;
  }

  /** All amounts as they are written: the balances with their signs, entries without. */
  private static long controlTotal(BankStatement s) {
    return opening(s)
        + closing(s)
        + s.entries().stream().mapToLong(e -> Math.abs(e.amountMinor())).sum();
  }

  private static long opening(BankStatement s) {
    return s.frame().opening().map(Balance::minor).orElseThrow();
  }

  private static long closing(BankStatement s) {
    return s.frame().closing().map(Balance::minor).orElseThrow();
  }

  /** Type codes from memory, the same that the reader knows. */
  private static int code(Method method, boolean in) {
    return switch (method) {
      case LOCKBOX -> in ? 115 : 415;
      case DEPOSIT -> in ? 301 : 699;
      case CARD -> in ? 146 : 699;
      case TRANSFER -> in ? 195 : 495;
      case CHEQUE -> in ? 170 : 475;
      case DIRECT_DEBIT -> in ? 155 : 455;
      case RETURNED -> in ? 255 : 555;
      case INTEREST -> in ? 354 : 699;
      case CHARGE -> in ? 399 : 698;
      case OTHER -> in ? 399 : 699;
    };
  }
}
