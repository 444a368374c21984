package io.sumbrel.core.proof;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Consumer;

/**
 * Something that stands in the books, by its name and a hash of all that it says: texts, amounts,
 * names, rights. The record names each fact as it was last left, so that one that is changed past
 * the record shows.
 *
 * <p>A fact is reckoned anew for as long as the books are kept. So its cells are texts, whole
 * numbers, dates, yes or no, and names of constants that are stored too: nothing whose way of
 * writing itself may change with the program. How many of a kind follow is a cell of its own.
 *
 * @param name such as {@code posting 2026-0143}
 * @param hash SHA-256 in hexadecimal digits
 */
public record Fact(String name, String hash) {

  /** Of cells in their order; a cell that is null says nothing, which is not the same as empty. */
  public static Fact of(String name, List<?> cells) {
    return written(name, cells::forEach);
  }

  /** The same of very many cells, which are not held together. */
  public static Fact written(String name, Consumer<Consumer<Object>> cells) {
    Sha256 hash = new Sha256();
    cells.accept(cell -> write(cell, hash::add));
    return new Fact(name, hash.hex());
  }

  /** A cell, with its length before it. */
  static void write(Object cell, Consumer<byte[]> to) {
    byte[] text = text(cell).getBytes(StandardCharsets.UTF_8);
    String length = cell == null ? "-:" : text.length + ":";
    to.accept(length.getBytes(StandardCharsets.US_ASCII));
    to.accept(text);
  }

  private static String text(Object cell) {
    if (cell == null) {
      return "";
    }
    if (cell instanceof Enum<?> constant) {
      return constant.name();
    }
    if (cell instanceof String
        || cell instanceof Long
        || cell instanceof Integer
        || cell instanceof Boolean
        || cell instanceof LocalDate) {
      return cell.toString();
    }
    throw new IllegalArgumentException("a cell of a fact that is a " + cell.getClass().getName());
  }
}
