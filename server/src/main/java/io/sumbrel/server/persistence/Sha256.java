package io.sumbrel.server.persistence;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** The hash by which files, requests and tokens are known (FIPS 180-4), which every Java has. */
public final class Sha256 {
  private Sha256() {}

  public static MessageDigest begin() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  public static String of(byte[] bytes) {
    return HexFormat.of().formatHex(begin().digest(bytes));
  }
}
