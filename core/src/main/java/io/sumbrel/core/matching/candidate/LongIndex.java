package io.sumbrel.core.matching.candidate;

import java.util.Arrays;

/**
 * From a long key to the ints that were added under it, in the order of adding: open addressing, 12
 * to 24 bytes a key and 12 an entry. Grows by doubling; nothing is ever taken out.
 *
 * <pre>{@code for (int e = index.first(key); e >= 0; e = index.next(e)) use(index.value(e)); }
 * </pre>
 */
public final class LongIndex {
  private long[] slotKeys = new long[16];
  private int[] firsts = filled(16);
  private int[] lasts = new int[16];
  private int[] values = new int[16];
  private int[] nexts = new int[16];
  private int slots;
  private int entries;

  public void add(long key, int value) {
    if (slots * 2 >= slotKeys.length) {
      grow();
    }
    int slot = slotOf(key);
    int entry = newEntry(value);
    if (firsts[slot] < 0) {
      slotKeys[slot] = key;
      firsts[slot] = entry;
      slots++;
    } else {
      nexts[lasts[slot]] = entry;
    }
    lasts[slot] = entry;
  }

  private int newEntry(int value) {
    if (entries == values.length) {
      values = Arrays.copyOf(values, entries * 2);
      nexts = Arrays.copyOf(nexts, entries * 2);
    }
    values[entries] = value;
    nexts[entries] = -1;
    return entries++;
  }

  /** The first entry of a key; −1 when there is none. */
  public int first(long key) {
    return firsts[slotOf(key)];
  }

  /** The entry after one; −1 after the last. */
  public int next(int entry) {
    return nexts[entry];
  }

  public int value(int entry) {
    return values[entry];
  }

  /** The values of a key in the order of adding. */
  public int[] find(long key) {
    int count = 0;
    for (int e = first(key); e >= 0; e = next(e)) {
      count++;
    }
    int[] found = new int[count];
    int at = 0;
    for (int e = first(key); e >= 0; e = next(e)) {
      found[at++] = value(e);
    }
    return found;
  }

  private int slotOf(long key) {
    int mask = slotKeys.length - 1;
    long mixed = (key ^ (key >>> 32)) * 0x9E3779B97F4A7C15L;
    int slot = (int) (mixed >>> 33) & mask;
    while (firsts[slot] >= 0 && slotKeys[slot] != key) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldKeys = slotKeys;
    int[] oldFirsts = firsts;
    int[] oldLasts = lasts;
    slotKeys = new long[oldKeys.length * 2];
    firsts = filled(oldKeys.length * 2);
    lasts = new int[oldKeys.length * 2];
    for (int s = 0; s < oldKeys.length; s++) {
      if (oldFirsts[s] >= 0) {
        int slot = slotOf(oldKeys[s]);
        slotKeys[slot] = oldKeys[s];
        firsts[slot] = oldFirsts[s];
        lasts[slot] = oldLasts[s];
      }
    }
  }

  private static int[] filled(int size) {
    int[] firsts = new int[size];
    Arrays.fill(firsts, -1);
    return firsts;
  }
}
