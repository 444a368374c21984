package io.sumbrel.server.layout;

import io.sumbrel.formats.FileKind;
import io.sumbrel.server.bank.BankAccount;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Which of the house's own accounts a file names, in its rows or its own name. */
record NamedAccounts(List<BankAccount> accounts) {
  /** Fewer signs are no number of an account. */
  private static final int FEWEST = 6;

  /** The ids of those whose number stands there, however it is parted. */
  Set<Long> in(String fileName, List<byte[]> heads) {
    StringBuilder text = new StringBuilder(plain(fileName)).append('|');
    for (byte[] head : heads) {
      byte[] start = Arrays.copyOf(head, Math.min(head.length, FileKind.HEAD_BYTES));
      new String(start, StandardCharsets.UTF_8)
          .lines()
          .map(NamedAccounts::plain)
          .forEach(line -> text.append(line).append('|'));
    }
    Set<Long> named = new HashSet<>();
    for (BankAccount account : accounts) {
      String number = plain(account.number()).replaceFirst("^0+", "");
      if (number.length() >= FEWEST && text.indexOf(number) >= 0) {
        named.add(account.id());
      }
    }
    return named;
  }

  private static String plain(String text) {
    return text.toUpperCase(Locale.ROOT).replaceAll("[\\s./-]", "");
  }
}
