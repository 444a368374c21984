package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A proof that cannot fail proves nothing: each invariant is broken on purpose and must say so. */
/** The record of acts, and the facts that it names. */
class RecordProofTest extends ProvedBooks {
  @Test
  void seesARecordThatWasChangedOrCut() {
    AuditLine first = audit.get(0);
    audit.set(
        0, new AuditLine(1, "2026", act("Tomas", "first"), first.previousHash(), first.hash()));
    assertThat(broken()).containsExactly(11);
    audit = audit("first", "second", "third");
    audit.remove(1);
    assertThat(broken()).containsExactly(11);
  }

  /** A text, a right or a limit is changed where it stands, and the record is left as it is. */
  @Test
  void seesAFactThatIsNotAsTheRecordLeftIt() {
    Fact then = Fact.of("rights", List.of("Ines clerk", "Ruta supervisor"));
    Act told = act("Ines", "rights-given", Fact.of("rights", List.of("none yet")));
    Act toldAgain = act("Ines", "rights-given", then);
    AuditLine first = AuditLine.next(1, "2026", told, AuditLine.BEGINNING, KEY);
    audit = List.of(first, AuditLine.next(2, "2026", toldAgain, first.hash(), KEY));
    standing = List.of(then);
    assertThat(broken()).isEmpty();
    standing = List.of(Fact.of("rights", List.of("Ines supervisor", "Ruta supervisor")));
    assertThat(broken()).containsExactly(11);
    standing = List.of();
    assertThat(broken()).as("gone").containsExactly(11);
    standing = List.of(then, Fact.of("posting 2026-0009", List.of()));
    assertThat(broken()).as("of which no line tells").containsExactly(11);
  }

  /** Cells that run into one another would hash alike. */
  @Test
  void aFactTellsItsCellsApart() {
    assertThat(Fact.of("x", List.of("ab", "c"))).isNotEqualTo(Fact.of("x", List.of("a", "bc")));
    assertThat(Fact.of("x", List.of("1:a"))).isNotEqualTo(Fact.of("x", List.of("1", "a")));
  }

  /** Somebody writes the whole record anew, hashes too, but has not the key. */
  @Test
  void seesARecordThatWasWrittenAnewWithoutItsKey() {
    byte[] guessed = new byte[AuditKey.BYTES];
    guessed[0] = 1;
    AuditKey other = new AuditKey(guessed);
    audit = new ArrayList<>();
    String previous = AuditLine.BEGINNING;
    for (int i = 1; i < 4; i++) {
      audit.add(AuditLine.next(i, "2026", act("Nobody", "first"), previous, other));
      previous = audit.get(i - 1).hash();
    }
    assertThat(broken()).containsExactly(11);
    keyedFrom = 4;
    assertThat(broken()).as("nor is it one of before there were keys").containsExactly(11);
  }

  /**
   * Lines of before there were keys, with SHA-256 of their content; the digest is of another tool.
   */
  @Test
  void provesALineOfBeforeThereWereKeys() {
    audit =
        List.of(
            new AuditLine(
                1,
                "2026",
                act("Ines", "first"),
                AuditLine.BEGINNING,
                "b19d9bb7007e9a34589f50ff5738d86e1c95688ed8b62ba8ddd6cd612af9de63"));
    keyedFrom = 2;
    assertThat(broken()).isEmpty();
    keyedFrom = 1;
    assertThat(broken()).containsExactly(11);
  }
}
