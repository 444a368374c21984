package io.sumbrel.bench;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.camt.CamtReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.TimeUnit;
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

/** A statement of 10,000 entries. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 3, time = 2)
public class CamtBench {
  private static final int ENTRIES = 10_000;

  private byte[] file;

  @Setup
  public void write() {
    String balance =
        "<Bal><Tp><CdOrPrtry><Cd>%s</Cd></CdOrPrtry></Tp><Amt Ccy=\"USD\">%d.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-11-16</Dt></Dt></Bal>";
    StringBuilder xml =
        new StringBuilder(
            "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>1</Id><Acct><Id><Othr><Id>1</Id></Othr></Id><Ccy>USD</Ccy></Acct>");
    xml.append(balance.formatted("OPBD", 0)).append(balance.formatted("CLBD", ENTRIES));
    for (int i = 0; i < ENTRIES; i++) {
      xml.append(
          "<Ntry><Amt Ccy=\"USD\">1.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-11-16</Dt></BookgDt><NtryDtls><TxDtls><RltdPties><Dbtr><Pty><Nm>PAYER</Nm></Pty></Dbtr></RltdPties><RmtInf><Ustrd>INV %d</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>"
              .formatted(i));
    }
    file =
        xml.append("</Stmt></BkToCstmrStmt></Document>")
            .toString()
            .getBytes(StandardCharsets.UTF_8);
  }

  @Benchmark
  public Parsed<List<BankStatement>> read() {
    return CamtReader.read(file);
  }
}
