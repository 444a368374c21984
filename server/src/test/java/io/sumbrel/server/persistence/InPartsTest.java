package io.sumbrel.server.persistence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class InPartsTest {
  private static List<InParts.Ids> parts(LongStream ids) {
    List<InParts.Ids> parts = new ArrayList<>();
    InParts.ofIds(ids.boxed(), parts::add);
    return parts;
  }

  private static Stream<Long> all(List<InParts.Ids> parts) {
    return parts.stream().flatMap(p -> p.ids().stream());
  }

  @Test
  void whatLiesTogetherIsASpan() {
    List<InParts.Ids> parts =
        parts(
            LongStream.rangeClosed(1, 2_500)
                .map(i -> 10_000 - 2 * i)
                .flatMap(i -> LongStream.of(i, i)));
    assertThat(parts).hasSize(3).allMatch(InParts.Ids::isSpan);
    assertThat(all(parts)).hasSize(2_500).isSorted().startsWith(5_000L).endsWith(9_998L);
    assertThat(parts.get(0).condition("i.id")).isEqualTo("i.id between :first and :last");
    assertThat(parts.get(0).has(5_000L)).isTrue();
    assertThat(parts.get(0).has(5_001L)).as("a stranger between them").isFalse();
  }

  @Test
  void whatLiesApartIsNamed() {
    List<InParts.Ids> parts = parts(LongStream.range(0, 250).map(i -> i * 1_000));
    assertThat(parts).hasSize(3).noneMatch(InParts.Ids::isSpan);
    assertThat(all(parts)).hasSize(250).isSorted();
    assertThat(parts.get(0).condition("id")).isEqualTo("id in :ids");
    assertThat(parts(LongStream.empty())).isEmpty();
  }
}
