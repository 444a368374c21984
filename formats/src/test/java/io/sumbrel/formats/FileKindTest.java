package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.formats.FileKind.Use;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FileKindTest {

  private static FileKind of(String head) {
    return FileKind.of(head.getBytes(StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @CsvSource({"053,CAMT_053", "052,CAMT_052", "054,CAMT_054"})
  void knowsMessagesByTheirNamespaceInAnyVersion(String message, FileKind kind) {
    for (int version = 1; version <= 13; version++) {
      String head =
          "<?xml version=\"1.0\"?>\n<x:Document xmlns:x=\"urn:iso:std:iso:20022:tech:xsd:camt.%s.001.%02d\">";
      assertThat(of(head.formatted(message, version))).isEqualTo(kind);
    }
  }

  @Test
  void knowsSwiftFilesBareAndInTheirBlocks() {
    String statement = ":20:A\n:25:1\n:28C:1\n:60F:C261116USD1,00\n";
    assertThat(of(statement)).isEqualTo(FileKind.MT940);
    assertThat(of("{1:F01X}{2:O940}{4:\n" + statement)).isEqualTo(FileKind.MT940);
    assertThat(of("\r\n\r\n" + statement)).isEqualTo(FileKind.MT940);
    assertThat(of(":20:A\n:25:1\n:28C:1\n:34F:USD0,\n:13D:2611161200+0000\n"))
        .isEqualTo(FileKind.MT942);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "OFXHEADER:100~OFX",
        "<?OFX OFXHEADER=\"200\" VERSION=\"211\"?><OFX>~OFX",
        "<?xml version=\"1.0\"?> <?OFX OFXHEADER=\"200\"?>~OFX",
        "<OFX><SIGNONMSGSRSV1>~OFX",
        "01,A,B,261116,0600,1,80,,2/~BAI2",
        "record,account,currency,statement,date~STATEMENT_CSV",
        "number,customer,name,date,total,open,currency~OPEN_ITEMS_CSV",
        "number,customer,name,date,total\\n1,2,3,4,5~BANK_CSV",
        "received,payment method,amount\\n1,2,3~BANK_CSV",
        "Date;Text;Amount\\n1;2;3~BANK_CSV",
        "Date|Text|Amount\\n1|2|3~BANK_CSV"
      })
  void knowsFilesByWhatTheyHold(String head, FileKind kind) {
    assertThat(of(head.replace("\\n", "\n"))).isEqualTo(kind);
    assertThat(of("\uFEFF" + head.replace("\\n", "\n"))).isEqualTo(kind);
  }

  @Test
  void saysWhatAFileLooksLikeThatIsNotRead() {
    assertThatThrownBy(() -> of("PK\u0003\u0004")).hasMessageContaining("packed file");
    assertThatThrownBy(() -> of("%PDF-1.7")).hasMessageContaining("a PDF");
    assertThatThrownBy(() -> of("<html><body>Sign in")).hasMessageContaining("web page");
    assertThatThrownBy(() -> of("<Other/>")).hasMessageContaining("XML, but no statement");
    assertThatThrownBy(() -> of("   \n ")).hasMessageContaining("empty");
    assertThatThrownBy(() -> of("dear sirs\nplease find\n"))
        .hasMessageContaining("the first line reads “dear sirs”");
    assertThatThrownBy(() -> of("abc\0def")).hasMessageContaining("binary");
  }

  /** First signs of ASC X12, ISO 9735 and the Nacha rules; from memory. */
  @Test
  void namesFormsThatAreNotReadYet() {
    assertThatThrownBy(() -> of("ISA*00*          *00*          *ZZ*A\n"))
        .hasMessageContaining("X12")
        .hasMessageContaining("not read yet");
    assertThatThrownBy(() -> of("UNA:+.? 'UNB+UNOC:3+A+B")).hasMessageContaining("EDIFACT");
    String ach =
        "101 076401251 0764012512611160600A094101"
            + "QUAYLINE BANK          TARNWICK CLAY          ".repeat(2).substring(0, 54)
            + "\n5200TARNWICK CLAY\n";
    assertThatThrownBy(() -> of(ach)).hasMessageContaining("ACH");
  }

  @Test
  void knowsAFileBehindALongCommentAndInWideLetters() {
    String long1 = "<?xml version=\"1.0\"?><!--" + " made by".repeat(2_000) + "-->\n";
    assertThat(of(long1 + "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\">"))
        .isEqualTo(FileKind.CAMT_053);
    String table = "\uFEFFDate;Text;Amount\n1;2;3\n";
    assertThat(FileKind.of(table.getBytes(StandardCharsets.UTF_16LE))).isEqualTo(FileKind.BANK_CSV);
    assertThat(FileKind.of(table.getBytes(StandardCharsets.UTF_16BE))).isEqualTo(FileKind.BANK_CSV);
  }

  @Test
  void placesOnlyWhatAStatementBrings() {
    assertThat(FileKind.CAMT_052.use()).isEqualTo(Use.INFORMATION);
    assertThat(FileKind.MT942.use()).isEqualTo(Use.INFORMATION);
    assertThat(FileKind.CAMT_054.use()).isEqualTo(Use.DETAIL);
    assertThat(FileKind.UBL.use()).isEqualTo(Use.OPEN_ITEMS);
  }
}
