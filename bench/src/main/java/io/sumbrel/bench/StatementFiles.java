package io.sumbrel.bench;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Statements of many entries of 1.00 each, written to a file, one for each format. */
enum StatementFiles {
  CAMT {
    @Override
    void write(PrintWriter out, int entries) {
      String balance =
          "<Bal><Tp><CdOrPrtry><Cd>%s</Cd></CdOrPrtry></Tp><Amt Ccy=\"USD\">%d.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-11-16</Dt></Dt></Bal>";
      out.print(
          "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>1</Id><Acct><Id><Othr><Id>1</Id></Othr></Id><Ccy>USD</Ccy></Acct>");
      out.print(balance.formatted("OPBD", 0) + balance.formatted("CLBD", entries));
      for (int i = 0; i < entries; i++) {
        out.println(
            "<Ntry><NtryRef>%1$d</NtryRef><Amt Ccy=\"USD\">1.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-11-16</Dt></BookgDt><ValDt><Dt>2026-11-16</Dt></ValDt><AcctSvcrRef>QL%1$d</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>RCDT</Cd><SubFmlyCd>ESCT</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><Refs><EndToEndId>P-%1$d</EndToEndId></Refs><RltdPties><Dbtr><Pty><Nm>HOLLOW REED STUDIO</Nm></Pty></Dbtr><DbtrAcct><Id><IBAN>DE48999900000000000912</IBAN></Id></DbtrAcct></RltdPties><RmtInf><Ustrd>INV TCK-%1$d</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>"
                .formatted(i));
      }
      out.print("</Stmt></BkToCstmrStmt></Document>");
    }
  },
  MT940 {
    @Override
    void write(PrintWriter out, int entries) {
      out.println(":20:A\n:25:1\n:28C:1/1\n:60F:C261115USD0,00");
      for (int i = 0; i < entries; i++) {
        out.println(":61:2611161116C1,00NTRFP-" + i + "//QL" + i);
        out.println(":86:HOLLOW REED STUDIO INV TCK-" + i);
      }
      out.println(":62F:C261116USD" + entries + ",00");
    }
  },
  BAI2 {
    @Override
    void write(PrintWriter out, int entries) {
      long total = 2L * entries * 100;
      out.println("01,QL,TK,261117,0600,1,80,,2/\n02,TK,QL,1,261116,2359,USD,2/");
      out.println("03,1,USD,010,0,,,015," + entries * 100L + ",,/");
      for (int i = 0; i < entries; i++) {
        out.println("16,195,100,Z,QL" + i + ",P-" + i + ",HOLLOW REED STUDIO INV TCK-" + i + "/");
      }
      out.println("49," + total + "," + (entries + 2) + "/");
      out.println("98," + total + ",1," + (entries + 4) + "/");
      out.println("99," + total + ",1," + (entries + 6) + "/");
    }
  },
  OFX {
    @Override
    void write(PrintWriter out, int entries) {
      out.println(
          "OFXHEADER:100\n\n<OFX><STMTRS><CURDEF>USD<BANKACCTFROM><ACCTID>1</BANKACCTFROM>");
      for (int i = 0; i < entries; i++) {
        out.println(
            "<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20261116<TRNAMT>1.00<FITID>QL%1$d<NAME>HOLLOW REED<MEMO>INV TCK-%1$d</STMTTRN>"
                .formatted(i));
      }
      out.println("</STMTRS></OFX>");
    }
  },
  CSV {
    @Override
    void write(PrintWriter out, int entries) {
      out.println("date;payer;text;amount;balance");
      for (int i = 0; i < entries; i++) {
        out.println("16.11.26;HOLLOW REED STUDIO;INV TCK-" + i + ";1,00;" + (i + 1) + ",00");
      }
    }
  };

  abstract void write(PrintWriter out, int entries);

  Path file(int entries) {
    try {
      Path file = Files.createTempFile("sumbrel-bench-" + name().toLowerCase(), ".txt");
      file.toFile().deleteOnExit();
      try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file))) {
        write(out, entries);
      }
      return file;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
