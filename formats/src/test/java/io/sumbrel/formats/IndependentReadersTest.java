package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.prowidesoftware.swift.model.field.Field60F;
import com.prowidesoftware.swift.model.field.Field61;
import com.prowidesoftware.swift.model.field.Field62F;
import com.prowidesoftware.swift.model.mt.mt9xx.MT940;
import com.webcohesion.ofx4j.domain.data.MessageSetType;
import com.webcohesion.ofx4j.domain.data.ResponseEnvelope;
import com.webcohesion.ofx4j.domain.data.banking.BankingResponseMessageSet;
import com.webcohesion.ofx4j.domain.data.common.Transaction;
import com.webcohesion.ofx4j.io.AggregateUnmarshaller;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.ofx.OfxReader;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Seeded files read by our readers and by libraries that share nothing with them: Prowide Core for
 * MT940, OFX4J for OFX (both from Maven Central).
 */
class IndependentReadersTest {
  private static final int FILES = 200;

  @Test
  void agreesWithAnIndependentReaderOfMt940() {
    Random random = new Random(940);
    for (int i = 0; i < FILES; i++) {
      String file = mt940(random);
      BankStatement ours = MtReader.read(file.getBytes(StandardCharsets.UTF_8)).orRefuse().get(0);
      MT940 theirs =
          MT940.parse(
              "{1:F01QUAYUS33AXXX0000000000}{2:I940TARNUS33XXXXN}{4:\r\n"
                  + file.replace("\n", "\r\n")
                  + "-}");
      assertThat(ours.entries())
          .extracting(StatementEntry::amountMinor)
          .containsExactlyElementsOf(
              theirs.getField61().stream().map(IndependentReadersTest::signed).toList());
      assertThat(ours.entries())
          .extracting(StatementEntry::bankReference)
          .containsExactlyElementsOf(
              theirs.getField61().stream()
                  .map(Field61::getReferenceOfTheAccountServicingInstitution)
                  .toList());
      Field60F opening = theirs.getField60F();
      assertThat(ours.frame().opening().orElseThrow().minor())
          .isEqualTo(minor(opening.getAmountAsBigDecimal(), opening.getDCMark()));
      Field62F closing = theirs.getField62F();
      assertThat(ours.frame().closing().orElseThrow().minor())
          .isEqualTo(minor(closing.getAmountAsBigDecimal(), closing.getDCMark()));
    }
  }

  private static long signed(Field61 field) {
    boolean in = field.getDebitCreditMark().equals("C") || field.getDebitCreditMark().equals("RD");
    return minor(field.getAmountAsBigDecimal(), in ? "C" : "D");
  }

  private static long minor(BigDecimal amount, String mark) {
    long minor = amount.movePointRight(2).longValueExact();
    return mark.equals("C") ? minor : -minor;
  }

  private static String mt940(Random random) {
    StringBuilder file = new StringBuilder(":20:S1\n:25:0048104417\n:28C:7/1\n");
    long balance = random.nextInt(2_000_000) - 1_000_000;
    file.append(":60F:").append(balance(balance)).append('\n');
    String[] marks = {"C", "D", "RC", "RD"};
    for (int i = 0; i <= random.nextInt(12); i++) {
      String mark = marks[random.nextInt(4)];
      long minor = 1 + random.nextInt(9_999_999);
      balance += mark.equals("C") || mark.equals("RD") ? minor : -minor;
      file.append(":61:261116").append(random.nextBoolean() ? "1116" : "").append(mark);
      file.append(amount(minor)).append("NTRFREF").append(i).append("//B").append(i).append('\n');
      file.append(":86:TEXT ").append(i).append('\n');
    }
    return file.append(":62F:").append(balance(balance)).append('\n').toString();
  }

  private static String balance(long minor) {
    return (minor < 0 ? "D" : "C") + "261116USD" + amount(Math.abs(minor));
  }

  private static String amount(long minor) {
    return "%d,%02d".formatted(minor / 100, minor % 100);
  }

  @Test
  void agreesWithAnIndependentReaderOfOfx() throws Exception {
    Random random = new Random(211);
    for (int i = 0; i < FILES; i++) {
      byte[] file = ofx(random).getBytes(StandardCharsets.UTF_8);
      BankStatement ours = OfxReader.read(file).orRefuse().get(0);
      List<Transaction> theirs = theirs(new ByteArrayInputStream(file));
      assertThat(ours.entries())
          .extracting(StatementEntry::amountMinor)
          .containsExactlyElementsOf(
              theirs.stream()
                  .map(t -> t.getBigDecimalAmount().movePointRight(2).longValueExact())
                  .toList());
      assertThat(ours.entries())
          .extracting(StatementEntry::bankReference)
          .containsExactlyElementsOf(theirs.stream().map(Transaction::getId).toList());
      assertThat(ours.entries())
          .extracting(e -> e.payerName().orElse(""))
          .containsExactlyElementsOf(theirs.stream().map(Transaction::getName).toList());
    }
  }

  private static List<Transaction> theirs(InputStream file) throws Exception {
    ResponseEnvelope envelope = new AggregateUnmarshaller<>(ResponseEnvelope.class).unmarshal(file);
    BankingResponseMessageSet banking =
        (BankingResponseMessageSet) envelope.getMessageSet(MessageSetType.banking);
    return banking
        .getStatementResponses()
        .get(0)
        .getMessage()
        .getTransactionList()
        .getTransactions();
  }

  private static String ofx(Random random) {
    StringBuilder file =
        new StringBuilder(
            "OFXHEADER:100\nDATA:OFXSGML\nVERSION:102\nSECURITY:NONE\nENCODING:USASCII\nCHARSET:1252\nCOMPRESSION:NONE\nOLDFILEUID:NONE\nNEWFILEUID:NONE\n\n<OFX><SIGNONMSGSRSV1><SONRS><STATUS><CODE>0<SEVERITY>INFO</STATUS><DTSERVER>20261117<LANGUAGE>ENG</SONRS></SIGNONMSGSRSV1>"
                + "<BANKMSGSRSV1><STMTTRNRS><TRNUID>1<STATUS><CODE>0<SEVERITY>INFO</STATUS><STMTRS><CURDEF>USD<BANKACCTFROM><BANKID>1<ACCTID>0048104417<ACCTTYPE>CHECKING</BANKACCTFROM><BANKTRANLIST><DTSTART>20261101<DTEND>20261117\n");
    for (int i = 0; i <= random.nextInt(12); i++) {
      long minor = 1 + random.nextInt(9_999_999);
      file.append("<STMTTRN><TRNTYPE>").append(random.nextBoolean() ? "CREDIT" : "DEBIT");
      file.append("<DTPOSTED>2026111").append(random.nextInt(8));
      file.append("<TRNAMT>").append(random.nextBoolean() ? "-" : "");
      file.append("%d.%02d".formatted(minor / 100, minor % 100));
      file.append("<FITID>F").append(i).append("<NAME>PAYER ").append(i).append("</STMTTRN>\n");
    }
    return file.append(
            "</BANKTRANLIST><LEDGERBAL><BALAMT>1.00<DTASOF>20261117</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>")
        .toString();
  }
}
