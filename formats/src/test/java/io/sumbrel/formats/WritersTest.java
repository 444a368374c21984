package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.prowidesoftware.swift.model.field.Field61;
import com.prowidesoftware.swift.model.mt.mt9xx.MT940;
import com.webcohesion.ofx4j.domain.data.MessageSetType;
import com.webcohesion.ofx4j.domain.data.ResponseEnvelope;
import com.webcohesion.ofx4j.domain.data.banking.BankingResponseMessageSet;
import com.webcohesion.ofx4j.domain.data.common.Transaction;
import com.webcohesion.ofx4j.io.AggregateUnmarshaller;
import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.bai2.Bai2Reader;
import io.sumbrel.formats.bai2.Bai2Writer;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.camt.CamtWriter;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.lockbox.LockboxReader;
import io.sumbrel.formats.lockbox.LockboxWriter;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.mt.MtWriter;
import io.sumbrel.formats.ofx.OfxReader;
import io.sumbrel.formats.ofx.OfxWriter;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import org.junit.jupiter.api.Test;
import org.xml.sax.SAXException;

/**
 * What the stand-ins write is read back by our readers, and agrees with what shares nothing with
 * either: the official schema of ISO 20022 (in HBCI4Java), Prowide Core, OFX4J (all from Maven
 * Central), and control totals added up here.
 */
class WritersTest {
  private static final int FILES = 100;
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final Currency USD = Currency.getInstance("USD");
  private static final String[] NAMES = {"HOLLOW REED STUDIO", "Moss & Ember", "Terre <Vive>", ""};

  private static BankStatement statement(Random random, Set<Method> methods) {
    List<Method> of = List.copyOf(methods);
    List<StatementEntry> entries = new ArrayList<>();
    long balance = random.nextInt(2_000_000);
    long opening = balance;
    for (int i = 0; i < random.nextInt(9); i++) {
      long amount = random.nextInt(1_000_000) - 300_000L;
      if (amount != 0) {
        balance += amount;
        entries.add(
            StatementEntry.at(i, DAY, amount)
                .value(DAY.minusDays(random.nextInt(3)))
                .reference("QL" + (1000 + i))
                .payer(Optional.of(NAMES[random.nextInt(NAMES.length)]), Optional.empty())
                .method(of.get(random.nextInt(of.size())))
                .text("INV TCK-" + (20_000 + random.nextInt(999)) + " AND MORE, 5/6")
                .build());
      }
    }
    return new BankStatement(
        new StatementFrame(
            "0048104417",
            USD,
            "221",
            Optional.of(new Balance(DAY.minusDays(1), opening)),
            Optional.of(new Balance(DAY, balance))),
        entries);
  }

  /** Written and read back: what an entry says of itself is the same. */
  private static void readsBack(
      int seed,
      Set<Method> methods,
      Function<BankStatement, String> write,
      Function<byte[], Parsed<List<BankStatement>>> read) {
    Random random = new Random(seed);
    for (int i = 0; i < FILES; i++) {
      BankStatement written = statement(random, methods);
      Parsed<List<BankStatement>> parsed =
          read.apply(write.apply(written).getBytes(StandardCharsets.UTF_8));
      BankStatement back = parsed.orRefuse().get(0);
      assertThat(parsed.issues()).isEmpty();
      assertThat(back.account()).isEqualTo(written.account());
      assertThat(back.entries())
          .extracting(WritersTest::words)
          .containsExactlyElementsOf(written.entries().stream().map(WritersTest::words).toList());
      assertThat(back.frame().closing().map(Balance::minor))
          .isEqualTo(written.frame().closing().map(Balance::minor));
    }
  }

  private static String words(StatementEntry e) {
    return "%s %d %s %s %s"
        .formatted(
            e.bookingDate(),
            e.amountMinor(),
            e.bankReference(),
            e.method(),
            Stream.concat(e.payerName().stream(), e.text().stream())
                .collect(Collectors.joining(" ")));
  }

  private static final Set<Method> COMMON =
      EnumSet.of(Method.TRANSFER, Method.CHEQUE, Method.DIRECT_DEBIT);

  @Test
  void camtIsReadBack() {
    readsBack(53, EnumSet.allOf(Method.class), s -> CamtWriter.write(List.of(s)), CamtReader::read);
  }

  @Test
  void mtIsReadBack() {
    Set<Method> methods = EnumSet.allOf(Method.class);
    methods.remove(Method.CARD);
    readsBack(940, methods, MtWriter::write, MtReader::read);
  }

  @Test
  void bai2IsReadBack() {
    readsBack(2, COMMON, s -> Bai2Writer.write("QUAY", 1, s), Bai2Reader::read);
  }

  @Test
  void ofxIsReadBack() {
    Set<Method> methods = EnumSet.copyOf(COMMON);
    methods.addAll(EnumSet.of(Method.DEPOSIT, Method.CARD, Method.INTEREST));
    Random random = new Random(1);
    for (int i = 0; i < FILES; i++) {
      BankStatement written = statement(random, methods);
      byte[] file = OfxWriter.write(written).getBytes(StandardCharsets.UTF_8);
      assertThat(OfxReader.read(file).orRefuse().get(0).entries())
          .extracting(WritersTest::words)
          .containsExactlyElementsOf(written.entries().stream().map(WritersTest::words).toList());
    }
  }

  @Test
  void lockboxIsReadBack() {
    Random random = new Random(80);
    for (int i = 0; i < FILES; i++) {
      List<LockboxBatch> batches = List.of(batch("001", random), batch("002", random));
      String file = LockboxWriter.write("011000015", DAY, batches);
      List<LockboxBatch> back =
          LockboxReader.read(file.getBytes(StandardCharsets.UTF_8), LockboxLayout.USUAL).orRefuse();
      assertThat(back.stream().map(WritersTest::words))
          .containsExactlyElementsOf(batches.stream().map(WritersTest::words).toList());
      addsUp(file);
    }
  }

  private static String words(LockboxBatch b) {
    return b.lockbox()
        + b.batch()
        + b.date()
        + b.cheques().stream()
            .map(c -> c.amountMinor() + c.routing() + c.number() + c.remitter() + c.details())
            .toList();
  }

  private static LockboxBatch batch(String number, Random random) {
    List<LockboxCheque> cheques = new ArrayList<>();
    for (int i = 0; i <= random.nextInt(4); i++) {
      List<RemittanceDetail> details = new ArrayList<>();
      for (int d = 0; d < random.nextInt(5); d++) {
        details.add(new RemittanceDetail("TCK-2" + d, random.nextInt(90_000) - 9_000L));
      }
      cheques.add(
          new LockboxCheque(
              0,
              "%03d".formatted(i + 1),
              1 + random.nextInt(500_000),
              "011000015",
              "55120",
              "" + (100 + i),
              "PAYER " + i,
              details));
    }
    return new LockboxBatch("0040912", number, DAY, cheques);
  }

  /** Batch, box and file totals from the columns alone. */
  private static void addsUp(String file) {
    long box = 0;
    long batch = 0;
    String[] records = file.split("\n");
    for (String r : records) {
      switch (r.charAt(0)) {
        case '6' -> batch += Long.parseLong(r.substring(7, 17));
        case '7' -> {
          assertThat(Long.parseLong(r.substring(23, 33))).isEqualTo(batch);
          box += batch;
          batch = 0;
        }
        case '8' -> assertThat(Long.parseLong(r.substring(24, 34))).isEqualTo(box);
        case '9' -> assertThat(Integer.parseInt(r.substring(1, 7))).isEqualTo(records.length);
        default -> {}
      }
    }
  }

  @Test
  void camtIsValidByTheOfficialSchemaOfItsEntries() throws SAXException, IOException {
    // camt.052.001.08 and camt.053.001.08 share everything below the report's own name
    Schema schema =
        SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
            .newSchema(WritersTest.class.getResource("/camt.052.001.08.xsd"));
    Random random = new Random(52);
    for (int i = 0; i < FILES; i++) {
      String file =
          CamtWriter.write(List.of(statement(random, EnumSet.allOf(Method.class))))
              .replace("camt.053", "camt.052")
              .replace("BkToCstmrStmt", "BkToCstmrAcctRpt")
              .replace("<Stmt>", "<Rpt>")
              .replace("</Stmt>", "</Rpt>");
      schema.newValidator().validate(new StreamSource(new StringReader(file)));
    }
  }

  @Test
  void mtAgreesWithAnIndependentLibrary() {
    Random random = new Random(941);
    for (int i = 0; i < FILES; i++) {
      BankStatement written = statement(random, COMMON);
      String block = MtWriter.write(written).replaceAll("-\n$", "").replace("\n", "\r\n");
      MT940 theirs =
          MT940.parse("{1:F01QUAYUS33AXXX0000000000}{2:I940TARNUS33XXXXN}{4:\r\n" + block + "-}");
      assertThat(theirs.getField61().stream().map(WritersTest::signed))
          .containsExactlyElementsOf(
              written.entries().stream().map(StatementEntry::amountMinor).toList());
    }
  }

  private static long signed(Field61 field) {
    long minor = field.getAmountAsBigDecimal().movePointRight(2).longValueExact();
    return field.getDebitCreditMark().equals("C") ? minor : -minor;
  }

  @Test
  void ofxAgreesWithAnIndependentLibrary() throws Exception {
    Random random = new Random(102);
    for (int i = 0; i < FILES; i++) {
      BankStatement written = statement(random, COMMON);
      byte[] file = OfxWriter.write(written).getBytes(StandardCharsets.UTF_8);
      ResponseEnvelope envelope =
          new AggregateUnmarshaller<>(ResponseEnvelope.class)
              .unmarshal(new ByteArrayInputStream(file));
      BankingResponseMessageSet banking =
          (BankingResponseMessageSet) envelope.getMessageSet(MessageSetType.banking);
      List<Transaction> theirs =
          banking
              .getStatementResponses()
              .get(0)
              .getMessage()
              .getTransactionList()
              .getTransactions();
      assertThat(theirs == null ? List.<Transaction>of() : theirs)
          .extracting(t -> t.getBigDecimalAmount().movePointRight(2).longValueExact())
          .containsExactlyElementsOf(
              written.entries().stream().map(StatementEntry::amountMinor).toList());
    }
  }

  @Test
  void bai2HasTheControlTotalsOfItsRecords() {
    Random random = new Random(3);
    for (int i = 0; i < FILES; i++) {
      String[] records = Bai2Writer.write("QUAY", 1, statement(random, COMMON)).split("\n");
      long sum =
          Arrays.stream(records)
              .flatMapToLong(
                  r -> {
                    String[] f = r.split("[,/]");
                    return r.startsWith("03")
                        ? LongStream.of(Long.parseLong(f[4]), Long.parseLong(f[8]))
                        : r.startsWith("16") ? LongStream.of(Long.parseLong(f[2])) : null;
                  })
              .sum();
      String last = records[records.length - 1];
      assertThat(last).isEqualTo("99,%d,1,%d/".formatted(sum, records.length));
      assertThat(records[records.length - 2]).startsWith("98,%d,1,".formatted(sum));
    }
  }
}
