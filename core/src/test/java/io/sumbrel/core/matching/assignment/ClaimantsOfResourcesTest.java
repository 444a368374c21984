package io.sumbrel.core.matching.assignment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ClaimantsOfResourcesTest {
  private static Claimant wants(int... resources) {
    return new Claimant(List.of(new Option(10, resources, new long[resources.length])));
  }

  @Test
  void knowsWhoAsksForWhat() {
    ClaimantsOfResources askers =
        ClaimantsOfResources.of(new Claimant[] {wants(0, 2), wants(2), wants()}, 4);
    assertThat(askers.of(0)).containsExactly(0);
    assertThat(askers.of(1)).isEmpty();
    assertThat(askers.of(2)).containsExactly(0, 1);
    assertThat(askers.count(3)).isZero();
    assertThat(askers.slot(2, 1)).isEqualTo(1);
  }

  @Test
  void whoComesAndGoesLeavesTheOldOneAsItWas() {
    Claimant first = wants(0, 2);
    ClaimantsOfResources then = ClaimantsOfResources.of(new Claimant[] {first, wants(2)}, 4);
    ClaimantsOfResources now = then.copy();
    now.remove(0, first);
    now.add(2, wants(2, 3));
    assertThat(now.of(0)).isEmpty();
    assertThat(now.of(2)).containsExactly(1, 2);
    assertThat(now.of(3)).containsExactly(2);
    ClaimantsOfResources later = now.copy();
    later.remove(2, wants(2, 3));
    assertThat(later.of(2)).containsExactly(1);
    assertThat(now.of(2)).containsExactly(1, 2);
    assertThat(then.of(2)).containsExactly(0, 1);
  }
}
