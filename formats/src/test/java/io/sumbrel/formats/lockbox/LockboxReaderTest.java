package io.sumbrel.formats.lockbox;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Record types and positions: common practice of lockbox files, from memory. */
class LockboxReaderTest {
  private static final List<String> FILE =
      List.of(
          "101 0110000150011000015" + "2611160615",
          "20000040912" + "TARNWICK  ",
          "5001000" + "0040912" + "261116" + "TARNWICK  " + "QUAYLINE  ",
          "6001001"
              + "0000118400"
              + "011000015"
              + "0000055120"
              + "0000008841"
              + "HOLLOW REED STUDIO",
          "4001001601" + "9" + "TCK-20391      " + "0000118400" + " ",
          "6001002" + "0000090000" + "121181976" + "0000077001" + "0000000412" + "PINMOOR SCHOOLS",
          "4001002601" + "0" + "TCK-20392      0000050000 TCK-20393      0000045000 ",
          "4001002602" + "9" + "CN-311         0000005000-",
          "7001002" + "0040912" + "261116" + "002" + "0000208400",
          "5002000" + "0040912" + "261116",
          "6002001" + "0000000001" + "         " + "          " + "0000000007",
          "7002001" + "0040912" + "261116" + "001" + "0000000001",
          "8002001" + "0040912" + "261116" + "0003" + "0000208401",
          "9000014");

  private static byte[] bytes(List<String> records) {
    return String.join("\n", records).getBytes(StandardCharsets.ISO_8859_1);
  }

  private static Parsed<List<LockboxBatch>> read(List<String> records) {
    return LockboxReader.read(bytes(records), LockboxLayout.USUAL);
  }

  private static List<String> with(int index, String record) {
    List<String> changed = new java.util.ArrayList<>(FILE);
    changed.set(index, record);
    return changed;
  }

  private static String refusal(List<String> records) {
    Parsed<List<LockboxBatch>> parsed = read(records);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().stream().map(Issue::words).collect(Collectors.joining(" | "));
  }

  @Test
  void readsChequesWithWhatTheyCover() {
    List<LockboxBatch> batches = read(FILE).orRefuse();
    assertThat(batches).hasSize(2);
    LockboxBatch first = batches.get(0);
    assertThat(first.lockbox()).isEqualTo("0040912");
    assertThat(first.date()).isEqualTo(LocalDate.of(2026, 11, 16));
    assertThat(first.totalMinor()).isEqualTo(208_400);
    LockboxCheque second = first.cheques().get(1);
    assertThat(second.place()).isEqualTo(6);
    assertThat(second.number()).isEqualTo("412");
    assertThat(second.remitter()).isEqualTo("PINMOOR SCHOOLS");
    assertThat(second.details())
        .containsExactly(
            new RemittanceDetail("TCK-20392", 50_000),
            new RemittanceDetail("TCK-20393", 45_000),
            new RemittanceDetail("CN-311", -5_000));
    assertThat(batches.get(1).cheques().get(0).details()).isEmpty();
    assertThat(FileKind.of(bytes(FILE))).isEqualTo(FileKind.LOCKBOX);
  }

  @Test
  void readsRecordsThatNoLineEnds() {
    String run =
        FILE.stream().map(r -> r + " ".repeat(80 - r.length())).collect(Collectors.joining());
    Parsed<List<LockboxBatch>> parsed =
        LockboxReader.read(run.getBytes(StandardCharsets.ISO_8859_1), LockboxLayout.USUAL);
    assertThat(parsed.orRefuse()).hasSize(2);
    assertThat(parsed.orRefuse().get(0).totalMinor()).isEqualTo(208_400);
    assertThat(FileKind.of(run.getBytes(StandardCharsets.ISO_8859_1))).isEqualTo(FileKind.LOCKBOX);
  }

  @ParameterizedTest
  @CsvSource({"000000011{,110", "000000011A,111", "000000011I,119", "00000000+1,", "000000012J,"})
  void readsOverpunchedAmounts(String written, Long minor) {
    List<String> records = new java.util.ArrayList<>(FILE.subList(9, 14));
    records.set(1, "6002001" + written + "         " + "          " + "0000000007");
    records.set(
        2, "7002001" + "0040912" + "261116" + "001" + "%010d".formatted(minor == null ? 0 : minor));
    records.set(
        3,
        "8002001" + "0040912" + "261116" + "0001" + "%010d".formatted(minor == null ? 0 : minor));
    records.set(4, "9000006");
    records.add(0, FILE.get(0));
    if (minor == null) {
      assertThat(refusal(records))
          .contains(written.contains("+") ? "column 16" : "a cheque of −1.21 cannot be");
    } else {
      assertThat(read(records).orRefuse().get(0).totalMinor()).isEqualTo(minor);
    }
  }

  @Test
  void aWrongBatchTotalSaysByHowMuchAndNamesTheCheque() {
    assertThat(refusal(with(8, "7001002" + "0040912" + "261116" + "002" + "0000326800")))
        .contains(
            "Line 9: batch 001 states 2 cheques of 3,268.00, there are 2 of 2,084.00; the difference is 1,184.00. That is the amount of the cheque in line 4.");
  }

  @Test
  void aWrongCountOfChequesBoxOrRecordsIsRefused() {
    assertThat(refusal(with(8, "7001002" + "0040912" + "261116" + "003" + "0000208400")))
        .contains("states 3 cheques");
    assertThat(refusal(with(12, "8002001" + "0040912" + "261116" + "0003" + "0000208400")))
        .contains("lockbox 0040912 states 3 cheques of 2,084.00, there are 3 of 2,084.01");
    assertThat(refusal(with(13, "9000013"))).contains("counts 13 records, the file has 14");
  }

  @Test
  void aFileThatBreaksOffSaysWhatWasWhole() {
    assertThat(refusal(FILE.subList(0, 10)))
        .contains("breaks off before its trailer (record 9); 1 batches were whole");
  }

  @Test
  void recordsOutOfOrderAreNamed() {
    assertThat(refusal(FILE.subList(3, 14))).contains("Line 1: a cheque stands before its batch");
    assertThat(refusal(with(8, FILE.get(9)))).contains("begins before batch 001 is closed");
    assertThat(refusal(with(4, "X" + FILE.get(4)))).contains("Line 5: “X” is no type of record");
  }

  @Test
  void toleratesWhatBanksLeaveOutAndRepeat() {
    List<String> loose = new java.util.ArrayList<>(FILE);
    loose.remove(1);
    loose.add(4, FILE.get(2));
    loose.add("");
    loose.add("\u001A");
    assertThat(read(loose).orRefuse()).hasSize(2);
  }

  /** An empty envelope is counted by some banks as a cheque for nothing (common practice). */
  @Test
  void aChequeForNothingIsLeftOutAndSaid() {
    List<String> zero = with(10, FILE.get(10).replace("0000000001", "0000000000"));
    zero.set(11, FILE.get(11).replace("0000000001", "0000000000"));
    zero.set(12, FILE.get(12).replace("0000208401", "0000208400"));
    Parsed<List<LockboxBatch>> parsed = read(zero);
    assertThat(parsed.orRefuse().get(1).cheques()).isEmpty();
    assertThat(parsed.issues().get(0).words())
        .isEqualTo("Line 11: the cheque of 0.00 was left out.");
    assertThat(refusal(with(10, FILE.get(10).replace("0000000001", "0000000000"))))
        .contains("states 1 cheques of 0.01, there are 1 of 0.00");
  }

  @Test
  void aRoutingNumberWithAWrongDigitIsNotedAndKept() {
    Parsed<List<LockboxBatch>> parsed =
        read(with(3, FILE.get(3).replace("011000015", "011000016")));
    assertThat(parsed.orRefuse().get(0).cheques().get(0).routing()).isEqualTo("011000016");
    assertThat(parsed.issues().get(0).words()).contains("Line 4: routing number “011000016” fails");
  }

  @Test
  void readsAnotherBanksPositionsFromData() {
    Map<LockboxField, LockboxLayout.Span> spans = new EnumMap<>(LockboxLayout.USUAL.spans());
    spans.put(LockboxField.CHEQUE_NUMBER, new LockboxLayout.Span(18, 23));
    spans.put(LockboxField.CHEQUE_ROUTING, new LockboxLayout.Span(24, 32));
    spans.put(LockboxField.CHEQUE_ACCOUNT, new LockboxLayout.Span(33, 47));
    spans.put(LockboxField.CHEQUE_REMITTER, new LockboxLayout.Span(48, 104));
    LockboxLayout wide = new LockboxLayout(104, spans, 26, 3);
    List<String> records =
        with(
            3,
            "6001001" + "0000118400" + "008841" + "011000015" + "000000000055120" + "HOLLOW REED");
    LockboxCheque cheque =
        LockboxReader.read(bytes(records), wide).orRefuse().get(0).cheques().get(0);
    assertThat(cheque.number()).isEqualTo("8841");
    assertThat(cheque.remitter()).isEqualTo("HOLLOW REED");
  }

  @Test
  void aLayoutThatCannotBeIsRefusedInWords() {
    Map<LockboxField, LockboxLayout.Span> spans = new EnumMap<>(LockboxLayout.USUAL.spans());
    spans.put(LockboxField.CHEQUE_NUMBER, new LockboxLayout.Span(15, 23));
    assertThatThrownBy(() -> new LockboxLayout(80, spans, 26, 2))
        .hasMessage("Record 6: “amount” and “cheque number” overlap.");
    spans.remove(LockboxField.CHEQUE_AMOUNT);
    assertThatThrownBy(() -> new LockboxLayout(80, spans, 26, 2))
        .hasMessage("Record 6 needs its field “amount”.");
    assertThatThrownBy(() -> new LockboxLayout(80, LockboxLayout.USUAL.spans(), 26, 3))
        .hasMessageContaining("outside its 80 columns");
    assertThatThrownBy(() -> new LockboxLayout(70, LockboxLayout.USUAL.spans(), 26, 2))
        .hasMessageContaining("columns 47 to 80 do not stand in 2 to 70");
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        bytes(FILE),
        41,
        file -> LockboxReader.read(file, LockboxLayout.USUAL),
        batches ->
            assertThat(batches.stream().mapToLong(LockboxBatch::totalMinor).sum())
                .isGreaterThan(0));
  }
}
