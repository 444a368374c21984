package io.sumbrel.formats.ofx;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;

/** Writes statements as OFX 1.x, for a bank that stands in for one. */
public final class OfxWriter {
  private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("yyyyMMdd");

  private OfxWriter() {}

  public static String write(BankStatement s) {
    StringBuilder out =
        new StringBuilder(
            """
            OFXHEADER:100
            DATA:OFXSGML
            VERSION:102
            SECURITY:NONE
            ENCODING:UTF-8
            CHARSET:NONE
            COMPRESSION:NONE
            OLDFILEUID:NONE
            NEWFILEUID:NONE

            <OFX>
            """);
    LocalDate last = s.frame().closing().map(Balance::date).orElseThrow();
    out.append("<SIGNONMSGSRSV1><SONRS><STATUS><CODE>0<SEVERITY>INFO</STATUS>");
    out.append("<DTSERVER>").append(DATE.format(last)).append("<LANGUAGE>ENG");
    out.append("</SONRS></SIGNONMSGSRSV1>\n");
    out.append("<BANKMSGSRSV1><STMTTRNRS><TRNUID>").append(s.number());
    out.append("<STATUS><CODE>0<SEVERITY>INFO</STATUS><STMTRS>\n");
    out.append("<CURDEF>").append(s.currency().getCurrencyCode()).append('\n');
    out.append("<BANKACCTFROM><BANKID>000000000<ACCTID>").append(s.account());
    out.append("<ACCTTYPE>CHECKING</BANKACCTFROM>\n<BANKTRANLIST>");
    s.frame().opening().ifPresent(b -> out.append("<DTSTART>").append(DATE.format(b.date())));
    out.append("<DTEND>").append(DATE.format(last)).append('\n');
    s.entries().forEach(e -> entry(e, s, out));
    out.append("</BANKTRANLIST>\n<LEDGERBAL><BALAMT>");
    out.append(
        AmountText.plain(s.frame().closing().map(Balance::minor).orElseThrow(), s.currency()));
    out.append("<DTASOF>").append(DATE.format(last)).append("</LEDGERBAL>\n");
    return out.append("</STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>\n").toString();
  }

  private static void entry(StatementEntry e, BankStatement s, StringBuilder out) {
    out.append("<STMTTRN><TRNTYPE>").append(type(e.method(), e.amountMinor() > 0));
    out.append("<DTPOSTED>").append(DATE.format(e.bookingDate()));
    out.append("<TRNAMT>").append(AmountText.plain(e.amountMinor(), s.currency()));
    out.append("<FITID>").append(e.bankReference());
    e.payerName().ifPresent(n -> out.append("<NAME>").append(escaped(n)));
    if (!e.text().isEmpty()) {
      out.append("<MEMO>").append(escaped(String.join(" ", e.text())));
    }
    out.append("</STMTTRN>\n");
  }

  private static String type(Method method, boolean in) {
    return switch (method) {
      case DEPOSIT, LOCKBOX -> "DEP";
      case CHEQUE -> "CHECK";
      case DIRECT_DEBIT -> "DIRECTDEBIT";
      case CARD -> "POS";
      case CHARGE -> "FEE";
      case INTEREST -> "INT";
      case TRANSFER -> in ? "CREDIT" : "XFER";
      case RETURNED, OTHER -> "OTHER";
    };
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }
}
