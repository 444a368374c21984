package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class AuditKeyTest {
  /** RFC 4231, test cases 1 and 2; HMAC fills a key up with zeros, so theirs fit into ours. */
  @Test
  void hashesAsTheStandardDoes() {
    byte[] first = new byte[20];
    Arrays.fill(first, (byte) 0x0b);
    assertThat(key(first).hash("Hi There"))
        .isEqualTo("b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7");
    byte[] second = "Jefe".getBytes(StandardCharsets.US_ASCII);
    assertThat(key(second).hash("what do ya want for nothing?"))
        .isEqualTo("5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843");
  }

  private static AuditKey key(byte[] bytes) {
    return new AuditKey(Arrays.copyOf(bytes, AuditKey.BYTES));
  }

  @Test
  void isAsLongAsItsHash() {
    assertThatThrownBy(() -> new AuditKey(new byte[16])).hasMessage("a key of 16 bytes");
  }
}
