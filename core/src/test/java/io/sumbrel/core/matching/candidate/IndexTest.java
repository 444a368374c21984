package io.sumbrel.core.matching.candidate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class IndexTest {
  @Test
  void aLongIndexFindsWhatAMapFinds() {
    Random random = new Random(2);
    LongIndex index = new LongIndex();
    Map<Long, List<Integer>> map = new HashMap<>();
    for (int i = 0; i < 20_000; i++) {
      long key = random.nextInt(3) == 0 ? random.nextLong() : random.nextInt(900) - 450L;
      index.add(key, i);
      map.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
    }
    map.forEach(
        (key, values) ->
            assertThat(index.find(key))
                .as("in the order of adding")
                .containsExactly(values.stream().mapToInt(v -> v).toArray()));
    assertThat(index.find(1_000_000)).isEmpty();
    assertThat(index.first(1_000_000)).isNegative();
  }

  @Test
  void numbersAreTheSameWithoutSignsAndCase() {
    assertThat(NumberKeys.of("TCK-20 418")).isEqualTo(NumberKeys.of("tck20418"));
    assertThat(NumberKeys.of("xTCK1y", 1, 5)).isEqualTo(NumberKeys.of("TCK1"));
    assertThat(NumberKeys.of("0123")).isNotEqualTo(NumberKeys.of("123"));
    assertThat(NumberKeys.of("--")).isZero();
    String longest = "9".repeat(40);
    assertThat(NumberKeys.of(longest)).isNotEqualTo(NumberKeys.of(longest + "1"));
  }

  @Test
  void aNameIsFoundByItsRarestWord() {
    NameIndex names = new NameIndex();
    names.add("ALDER POTS");
    names.add("BIRCH POTS");
    names.add("BIRCH KILNS");
    assertThat(names.byWords("ALDER POTS")).startsWith(0);
    assertThat(names.byWords("KILNS OF BIRCH")).startsWith(2);
    assertThat(names.byWords("NOBODY")).isEmpty();
  }

  @Test
  void aMisspeltNameIsFoundByItsPieces() {
    NameIndex names = new NameIndex();
    names.add("SALTMARSH MUSEUM");
    names.add("HOLLOWREED");
    assertThat(names.byWords("SALTMERSH MUSUEM")).isEmpty();
    assertThat(names.byPieces("SALTMERSH MUSUEM")).containsExactly(0);
    assertThat(names.byPieces("ABC")).isEmpty();
  }
}
