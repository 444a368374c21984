package io.sumbrel.core.matching.assignment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class AmountsTest {
  @Test
  void aCopyAndWhatItWasMadeFromGoTheirOwnWays() {
    Amounts then = Amounts.of(new Random(3).longs(2_000).toArray());
    then.set(1_200, 7);
    Amounts now = then.copy();
    assertThat(now.isSame(then)).isTrue();
    now.add(1_200, 5);
    then.set(3, 1);
    then.set(1_999, 2);
    assertThat(then.get(1_200)).isEqualTo(7);
    assertThat(now.get(1_200)).isEqualTo(12);
    assertThat(now.isSame(then)).isFalse();
    assertThat(differences(then, now)).containsExactly(3, 1_200, 1_999);
  }

  @Test
  void differencesAreThoseOfTheAmountsWhateverIsShared() {
    Random random = new Random(5);
    long[] plain = random.longs(700, 0, 3).toArray();
    long[] other = random.longs(700, 0, 3).toArray();
    List<Integer> expected = new ArrayList<>();
    for (int i = 0; i < plain.length; i++) {
      if (plain[i] != other[i]) {
        expected.add(i);
      }
    }
    assertThat(differences(Amounts.of(plain), Amounts.of(other))).isEqualTo(expected);
    assertThat(new Amounts(700).isSame(Amounts.of(new long[700]))).isTrue();
  }

  private static List<Integer> differences(Amounts then, Amounts now) {
    List<Integer> places = new ArrayList<>();
    then.differences(now, places::add);
    return places;
  }
}
