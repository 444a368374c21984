package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.refusal.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Damages a good file in seeded ways: bytes changed, cut off, doubled, moved. A reader must come to
 * an end with a value or a sentence. 20,000 files for each reader, a million in the long run.
 */
public final class Damage {
  private static final int RUNS = Boolean.getBoolean("sumbrel.long") ? 1_000_000 : 20_000;

  private Damage() {}

  public static <T> void survive(
      byte[] good, int seed, Function<byte[], Parsed<T>> read, Consumer<T> accepted) {
    Random random = new Random(seed);
    int refused = 0;
    for (int run = 0; run < RUNS; run++) {
      Parsed<T> parsed = read.apply(damaged(good, random));
      assertThat(parsed.value().isPresent() || !parsed.issues().isEmpty()).isTrue();
      parsed.value().ifPresent(accepted);
      refused += parsed.value().isEmpty() ? 1 : 0;
    }
    assertThat(refused).as("most damage is noticed").isGreaterThan(RUNS / 3);
  }

  /** What a reader lets pass either adds up or is refused by whoever takes it in. */
  public static void acceptsNoWrongTotal(List<BankStatement> statements) {
    for (BankStatement statement : statements) {
      try {
        statement.requireAddsUp();
        assertThat(statement.addsUp()).isTrue();
      } catch (Refusal e) {
        assertThat(e.code()).isEqualTo("does-not-add-up");
      }
    }
  }

  private static byte[] damaged(byte[] good, Random random) {
    byte[] bytes = good.clone();
    switch (random.nextInt(6)) {
      case 0 -> bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length));
      case 1 -> bytes = moved(bytes, random);
      default -> {
        for (int i = 0; i <= random.nextInt(4); i++) {
          bytes[random.nextInt(bytes.length)] =
              (byte) (random.nextInt(20) == 0 ? random.nextInt(256) : 32 + random.nextInt(95));
        }
      }
    }
    return bytes;
  }

  /** A stretch is copied over another place, as a broken transfer does. */
  private static byte[] moved(byte[] bytes, Random random) {
    int length = 1 + random.nextInt(Math.min(60, bytes.length - 1));
    int from = random.nextInt(bytes.length - length);
    int to = random.nextInt(bytes.length - length);
    System.arraycopy(bytes.clone(), from, bytes, to, length);
    return bytes;
  }
}
