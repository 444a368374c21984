package io.sumbrel.core.proof;

import java.math.BigInteger;
import java.util.List;
import javax.crypto.Mac;

/**
 * A hash of very many things in no order, that follows each change: things are added and taken away
 * one by one, and nobody reads the others for it. It is the sum, modulo 2^256, of a keyed hash of
 * each (MSet-Add-Hash of Clarke, Devadas, van Dijk, Gassend and Suh, 2003; from memory). Without
 * the key nobody can find other things of the same sum.
 */
public final class SetHash {
  /** Of nothing. */
  public static final String NOTHING = "0".repeat(64);

  private static final BigInteger MODULUS = BigInteger.ONE.shiftLeft(256);

  private final AuditKey key;
  private BigInteger sum;

  /**
   * @param hex where it stands, as {@link #hex} said
   */
  public SetHash(AuditKey key, String hex) {
    this.key = key;
    sum = new BigInteger(hex, 16);
  }

  /**
   * @param cells what a thing says, as those of a {@link Fact}
   */
  public void add(List<?> cells) {
    sum = sum.add(hash(cells)).mod(MODULUS);
  }

  /** Very many things, by several threads. */
  public void addAll(List<? extends List<?>> things) {
    BigInteger more =
        things.parallelStream().map(this::hash).reduce(BigInteger.ZERO, BigInteger::add);
    sum = sum.add(more).mod(MODULUS);
  }

  /** The opposite of adding the same. */
  public void remove(List<?> cells) {
    sum = sum.subtract(hash(cells)).mod(MODULUS);
  }

  private BigInteger hash(List<?> cells) {
    Mac mac = key.mac();
    cells.forEach(cell -> Fact.write(cell, mac::update));
    return new BigInteger(1, mac.doFinal());
  }

  /** In hexadecimal digits, 64 of them. */
  public String hex() {
    return "%064x".formatted(sum);
  }
}
