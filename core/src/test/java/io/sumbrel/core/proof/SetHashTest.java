package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.Test;

class SetHashTest {
  private static final byte[] BYTES = new byte[AuditKey.BYTES];
  private static final AuditKey KEY = new AuditKey(BYTES);

  private static String of(AuditKey key, List<List<?>> things) {
    SetHash hash = new SetHash(key, SetHash.NOTHING);
    things.forEach(hash::add);
    return hash.hex();
  }

  /** Against the sum of what Java's own HMAC says of each. */
  @Test
  void isTheSumOfKeyedHashes() throws Exception {
    Mac mac = Mac.getInstance("HmacSHA256");
    mac.init(new SecretKeySpec(BYTES, "HmacSHA256"));
    BigInteger one = new BigInteger(1, mac.doFinal("2:ab-:1:7".getBytes(StandardCharsets.UTF_8)));
    BigInteger other = new BigInteger(1, mac.doFinal("1:x".getBytes(StandardCharsets.UTF_8)));
    assertThat(new BigInteger(of(KEY, List.of(Arrays.asList("ab", null, 7L), List.of("x"))), 16))
        .isEqualTo(one.add(other).mod(BigInteger.TWO.pow(256)));
  }

  @Test
  void standsWhereItWouldWithoutWhatCameAndWent() {
    Random random = new Random(3);
    List<List<?>> things = new ArrayList<>();
    SetHash hash = new SetHash(KEY, SetHash.NOTHING);
    for (int i = 0; i < 200; i++) {
      List<?> thing = List.of("T-" + i, (long) i);
      hash.add(thing);
      if (random.nextInt(3) == 0) {
        hash.remove(thing);
        hash = new SetHash(KEY, hash.hex());
      } else {
        things.add(thing);
      }
    }
    Collections.shuffle(things, random);
    assertThat(hash.hex()).isEqualTo(of(KEY, things)).hasSize(64);
  }

  @Test
  void isTheSameOfAllAtOnce() {
    List<List<?>> things = new ArrayList<>();
    for (int i = 0; i < 5_000; i++) {
      things.add(List.of("T-" + i, (long) i));
    }
    SetHash hash = new SetHash(KEY, SetHash.NOTHING);
    hash.add(List.of("before"));
    hash.addAll(things);
    List<List<?>> all = new ArrayList<>(things);
    all.add(List.of("before"));
    assertThat(hash.hex()).isEqualTo(of(KEY, all));
  }

  @Test
  void tellsThingsApartAndNeedsTheKey() {
    byte[] guessed = new byte[AuditKey.BYTES];
    guessed[0] = 1;
    List<List<?>> things = List.of(List.of("a", "bc"), List.of("d"));
    assertThat(of(KEY, things))
        .isNotEqualTo(of(KEY, List.of(List.of("ab", "c"), List.of("d"))))
        .isNotEqualTo(of(new AuditKey(guessed), things))
        .isNotEqualTo(of(KEY, List.of(List.of("a", "bc"), List.of("d"), List.of("d"))));
    assertThat(of(KEY, List.of())).isEqualTo(SetHash.NOTHING);
  }
}
