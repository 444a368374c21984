package io.sumbrel.bench;

import com.ctc.wstx.stax.WstxInputFactory;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.StatementSink;
import io.sumbrel.formats.bai2.Bai2Reader;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.csvlayout.CsvLayout.Meaning;
import io.sumbrel.formats.csvlayout.CsvLayout.SignRule;
import io.sumbrel.formats.csvlayout.CsvLayoutReader;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.lockbox.LockboxReader;
import io.sumbrel.formats.lockbox.LockboxWriter;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.ofx.OfxReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Statements of 100,000 entries, each read as a stream in a heap of 64 MB. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx64m")
@Warmup(iterations = 2, time = 3)
@Measurement(iterations = 3, time = 3)
public class ReadingBench {
  private static final int ENTRIES = 100_000;
  private static final CsvLayout LAYOUT =
      new CsvLayout(
          ';',
          1,
          0,
          List.of(Meaning.DATE, Meaning.PAYER, Meaning.TEXT, Meaning.AMOUNT, Meaning.BALANCE),
          DateOrder.DAY_MONTH_YEAR,
          DecimalMark.COMMA,
          SignRule.SIGNED,
          "");

  private byte[] lockbox;
  private final Map<StatementFiles, Path> files = new EnumMap<>(StatementFiles.class);

  @Setup
  public void write() {
    for (StatementFiles kind : StatementFiles.values()) {
      files.put(kind, kind.file(ENTRIES));
    }
    lockbox = lockboxOf(ENTRIES / 2).getBytes(StandardCharsets.ISO_8859_1);
  }

  /** Adds up, and keeps nothing. */
  private static final class Sum implements StatementSink {
    private long minor;

    @Override
    public void entry(StatementEntry entry) {
      minor += entry.amountMinor();
    }

    @Override
    public void ends(StatementFrame frame) {}
  }

  private long read(StatementFiles kind, StatementReading.Format format) throws IOException {
    Sum sum = new Sum();
    try (InputStream in = Files.newInputStream(files.get(kind))) {
      var issues = format.into(sum).read(in);
      if (!issues.isEmpty() || sum.minor != ENTRIES * 100L) {
        throw new IllegalStateException(kind + ": " + issues);
      }
    }
    return sum.minor;
  }

  @Benchmark
  public long camt() throws IOException {
    return read(StatementFiles.CAMT, CamtReader::into);
  }

  /** The same bytes by the same parser, every text taken, nothing understood. */
  @Benchmark
  public long bareXml() throws IOException, XMLStreamException {
    long length = 0;
    try (InputStream in = Files.newInputStream(files.get(StatementFiles.CAMT))) {
      XMLStreamReader xml = new WstxInputFactory().createXMLStreamReader(in);
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamReader.CHARACTERS) {
          length += xml.getText().length();
        }
      }
    }
    return length;
  }

  @Benchmark
  public long mt940() throws IOException {
    return read(StatementFiles.MT940, MtReader::into);
  }

  @Benchmark
  public long bai2() throws IOException {
    return read(StatementFiles.BAI2, Bai2Reader::into);
  }

  @Benchmark
  public long ofx() throws IOException {
    return read(StatementFiles.OFX, OfxReader::into);
  }

  @Benchmark
  public long csv() throws IOException {
    return read(
        StatementFiles.CSV,
        sink -> CsvLayoutReader.into(sink, LAYOUT, "1", Currency.getInstance("USD")));
  }

  /** Cheques with a detail each: two records for every cheque. */
  private static String lockboxOf(int cheques) {
    List<LockboxBatch> batches = new ArrayList<>();
    LocalDate day = LocalDate.of(2026, 11, 16);
    for (int b = 0; b < cheques / 500; b++) {
      List<LockboxCheque> some = new ArrayList<>();
      for (int i = 0; i < 500; i++) {
        String number = "TCK-" + (b * 500 + i);
        some.add(
            new LockboxCheque(
                0,
                "%03d".formatted(i),
                100,
                "011000015",
                "1",
                "2",
                "PAYER",
                List.of(new RemittanceDetail(number, 100))));
      }
      batches.add(new LockboxBatch("0040912", "%03d".formatted(b), day, some));
    }
    // a lockbox counts its cheques in four digits: several files in one
    StringBuilder files = new StringBuilder();
    for (int from = 0; from + 19 <= batches.size(); from += 19) {
      files.append(LockboxWriter.write("011000015", day, batches.subList(from, from + 19)));
    }
    return files.toString();
  }

  @Benchmark
  public int lockbox() {
    return LockboxReader.read(lockbox, LockboxLayout.USUAL).orRefuse().size();
  }
}
