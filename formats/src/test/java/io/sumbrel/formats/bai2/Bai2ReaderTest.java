package io.sumbrel.formats.bai2;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class Bai2ReaderTest {
  /**
   * The figures of the sample transmission in the BAI version 2 specification: account totals
   * 9,150,000 and 4,000,000, group and file 13,150,000, 4 + 5 records of accounts, 11 of the group,
   * 13 of the file; from memory. Its first header ends a line in a comma that is only the end of a
   * field, its second in one that is an empty field.
   */
  private static final String PUBLISHED =
      """
      01,122099999,123456789,040621,0200,1,65,,2/
      02,031001234,122099999,1,040620,2359,,2/
      03,0123456789,,010,+4350000,,,040,2830000,,/
      88,072,1020000,,,074,500000,,/
      16,115,450000,S,100000,200000,150000,,,/
      49,9150000,4/
      03,9876543210,,010,-500000,,,100,1000000,,,400,2000000,,,190,/
      88,500000,,,110,1000000,,,072,500000,,,074,500000,,,040,/
      88,-1500000,,/
      16,115,500000,S,,200000,300000,,,LOCK BOX NO.68751/
      49,4000000,5/
      98,13150000,2,11/
      99,13150000,1,13/
      """;

  private static final String DAY =
      """
      01,QUAYLINE,TARNWICK,261117,0600,4,80,,2/
      02,TARNWICK,QUAYLINE,1,261116,2359,USD,2/
      03,0048104417,USD,010,100000,,,015,187500,,/
      16,115,60000,Z,LB1,,LOCKBOX 88210/
      16,116,40000,Z,LB1-1,1001,BRIGHTWATER ARTS TR/
      16,116,20000,Z,LB1-2,1002,OLD FERRY POTTERY/
      16,195,30000,V,261117,,WT9,TCK-20391,HOLLOW REED STUDIO, KILN LANE/
      88,INV TCK-20391, WITH THANKS
      16,698,2500,Z,F1,,ACCOUNT FEE/
      49,%d,8/
      98,%d,1,10/
      99,%d,1,12/
      """
          .formatted(440_000, 440_000, 440_000);

  private static Parsed<List<BankStatement>> read(String text) {
    return Bai2Reader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static String refusal(String text) {
    Parsed<List<BankStatement>> parsed = read(text);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().get(0).words();
  }

  @Test
  void agreesWithTheTotalsOfThePublishedSample() {
    List<BankStatement> statements = read(PUBLISHED).orRefuse();
    assertThat(statements).hasSize(2);
    assertThat(statements.get(0).account()).isEqualTo("0123456789");
    assertThat(statements.get(0).inMinor()).isEqualTo(450_000);
    assertThat(statements.get(1).inMinor()).isEqualTo(500_000);
    assertThat(statements.get(1).entries().get(0).text()).containsExactly("LOCK BOX NO.68751");
    assertThat(statements.get(1).entries().get(0).method()).isEqualTo(Method.LOCKBOX);
  }

  @Test
  void readsDetailsAndPutsTheItemsOfADepositInItsPlace() {
    BankStatement statement = read(DAY).orRefuse().get(0);
    statement.requireAddsUp();
    assertThat(statement.frame().hasBalances()).isTrue();
    assertThat(statement.entries())
        .extracting(StatementEntry::amountMinor)
        .containsExactly(40_000L, 20_000L, 30_000L, -2_500L);
    StatementEntry item = statement.entries().get(0);
    assertThat(item.batch()).contains("LB1");
    assertThat(item.text()).containsExactly("1001", "BRIGHTWATER ARTS TR");
    StatementEntry wire = statement.entries().get(2);
    assertThat(wire.valueDate()).isEqualTo(LocalDate.of(2026, 11, 17));
    assertThat(wire.bookingDate()).isEqualTo(LocalDate.of(2026, 11, 16));
    assertThat(wire.text())
        .containsExactly("TCK-20391", "HOLLOW REED STUDIO, KILN LANE INV TCK-20391, WITH THANKS");
    assertThat(statement.entries().get(3).method()).isEqualTo(Method.CHARGE);
  }

  @Test
  void leavesADepositWholeWhereItsItemsDoNotMakeIt() {
    String off = DAY.replace("16,116,20000", "16,116,19000").replace("440000", "439000");
    Parsed<List<BankStatement>> parsed = read(off);
    assertThat(parsed.orRefuse().get(0).entries().get(0).amountMinor()).isEqualTo(60_000);
    assertThat(parsed.issues()).anyMatch(i -> i.message().contains("do not make its deposit"));
  }

  /** AS-OF-DATE MODIFIER 1, interim previous-day; from memory. */
  @Test
  void saysThatAnInterimGroupCountsNowhereAndWhatMovesNoMoney() {
    Parsed<List<BankStatement>> interim = read(DAY.replace("2359,USD,2/", "2359,USD,1/"));
    assertThat(interim.orRefuse().get(0).bookedCount()).isZero();
    assertThat(interim.issues().get(0).words())
        .isEqualTo("4 entries are not booked yet: they are shown, and count nowhere.");
    Parsed<List<BankStatement>> unmoving =
        read(DAY.replace("16,698,2500,Z,F1,,ACCOUNT FEE", "16,890,2500,Z,F1,,A MESSAGE"));
    assertThat(unmoving.orRefuse().get(0).entries()).hasSize(3);
    assertThat(unmoving.issues().stream().map(Issue::words))
        .anyMatch(
            w ->
                w.contains(
                    "details of account 0048104417 that move no money were left out (type codes 890)"));
  }

  @Test
  void provesNothingByBalancesThatDoNotMeet() {
    String off = DAY.replace("015,187500", "015,187400").replace("440000", "439900");
    Parsed<List<BankStatement>> parsed = read(off);
    assertThat(parsed.orRefuse().get(0).frame().hasBalances()).isFalse();
    assertThat(parsed.issues()).anyMatch(i -> i.message().contains("its balances prove nothing"));
  }

  @Test
  void refusesWrongTotalsAndCountsAtTheirLevel() {
    assertThat(refusal(DAY.replace("49,440000", "49,437500")))
        .contains("Line 10")
        .contains("control total of account 0048104417 is 4,375.00, its amounts make 4,400.00")
        .contains("The amount at line 9 is that much");
    assertThat(refusal(DAY.replace("98,440000", "98,440001")))
        .contains("the group's control total");
    assertThat(refusal(DAY.replace("99,440000", "99,44000"))).contains("the file's control total");
    assertThat(refusal(DAY.replace("440000,8/", "440000,9/"))).contains("says 9 records, 8 were");
    assertThat(refusal(DAY.replace("99,440000,1,12", "99,440000,1,13")))
        .contains("the file says 13 records, 12 were read");
    assertThat(refusal(DAY.replace("98,440000,1,", "98,440000,2,"))).contains("says 2 accounts");
  }

  @Test
  void refusesWhatIsCutOffTestOrCorrection() {
    assertThat(refusal(DAY.substring(0, DAY.indexOf("99,")))).contains("no 99 record");
    assertThat(refusal(DAY.replace("QUAYLINE,1,261116", "QUAYLINE,4,261116"))).contains("a test");
    assertThat(refusal(DAY.replace("QUAYLINE,1,261116", "QUAYLINE,3,261116")))
        .contains("corrects what was sent earlier");
    assertThat(refusal(DAY.replace("16,698,2500", "16,698,25.00"))).contains("Line 9");
    assertThat(refusal(DAY.replace("16,698", "17,698"))).contains("“17” is no record type");
    assertThat(refusal(DAY.replace("1,261116,2359", "1,261316,2359"))).contains("not a date");
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        DAY.getBytes(StandardCharsets.UTF_8), 2, Bai2Reader::read, Damage::acceptsNoWrongTotal);
  }
}
