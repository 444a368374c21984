package io.sumbrel.core.proof;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 (FIPS 180-4) in hexadecimal digits; every Java has it. */
final class Sha256 {
  private final MessageDigest digest;

  Sha256() {
    try {
      digest = MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  void add(byte[] bytes) {
    digest.update(bytes);
  }

  /** Of all that was added; ends it. */
  String hex() {
    return HexFormat.of().formatHex(digest.digest());
  }
}
