package io.sumbrel.core.proof;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.function.Consumer;

/**
 * Something that stands in the books, by its name and a hash of all that it says: texts, amounts,
 * names, rights. The record names each fact as it was last left, so that one that is changed past
 * the record shows.
 *
 * @param name such as {@code posting 2026-0143}; without a blank line
 * @param hash SHA-256 in hexadecimal digits
 */
public record Fact(String name, String hash) {

  /** Of cells in their order, each with its length before it, so that none runs into another. */
  public static Fact of(String name, List<?> cells) {
    return written(name, writer -> cells.forEach(writer));
  }

  /** The same of very many cells, which are not held together. */
  public static Fact written(String name, Consumer<Consumer<Object>> cells) {
    MessageDigest digest = sha256();
    cells.accept(
        cell -> {
          byte[] text = String.valueOf(cell).getBytes(StandardCharsets.UTF_8);
          digest.update((text.length + ":").getBytes(StandardCharsets.US_ASCII));
          digest.update(text);
        });
    return new Fact(name, HexFormat.of().formatHex(digest.digest()));
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
