package io.sumbrel.server.audit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.proof.Act;
import io.sumbrel.core.proof.ActorKind;
import io.sumbrel.core.proof.AuditLine;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AuditKeyFileTest {
  @TempDir private Path folder;

  private Path file() {
    return folder.resolve("kept/audit.key");
  }

  private static String hash(AuditKeyFile keys) {
    Act act = new Act(ActorKind.PERSON, "Ines", "act", "", "", List.of());
    return AuditLine.next(1, "2026", act, AuditLine.BEGINNING, keys.key()).hash();
  }

  @Test
  void aKeyIsMadeOnceAndOnlyItsOwnerReadsIt() throws IOException {
    AuditKeyFile first = new AuditKeyFile(file());
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file())))
        .isEqualTo("rw-------");
    assertThat(hash(new AuditKeyFile(file()))).isEqualTo(hash(first));
    assertThat(hash(new AuditKeyFile(folder.resolve("other.key")))).isNotEqualTo(hash(first));
  }

  @Test
  void booksThatWereChainedWithoutAKeyAreUnderItFromTheirNextLine() throws IOException {
    AuditKeyFile keys = new AuditKeyFile(file());
    assertThat(keys.keyedFrom(1, 58)).isEqualTo(58);
    assertThat(keys.keyedFrom(1, 59)).isEqualTo(58);
    assertThat(keys.keyedFrom(2, 1)).isEqualTo(1);
    assertThat(new AuditKeyFile(file()).keyedFrom(1, 99)).isEqualTo(58);
  }

  @Test
  void aFileThatHoldsNoKeyIsSaidAtTheStart() throws IOException {
    Path broken = folder.resolve("audit.key");
    Files.writeString(broken, "key=00ff\nfrom.1=1\n");
    assertThatThrownBy(() -> new AuditKeyFile(broken)).hasMessageContaining("holds no key");
  }
}
