package io.sumbrel.core.proof;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * The key under which the record of acts is chained: whoever can write the database, and has not
 * the key, cannot change the record without that it shows.
 */
public final class AuditKey {
  /** As long as the hash. */
  public static final int BYTES = 32;

  private static final String ALGORITHM = "HmacSHA256";

  private final SecretKeySpec key;

  /**
   * @param bytes secret, {@link #BYTES} of them
   */
  public AuditKey(byte[] bytes) {
    if (bytes.length != BYTES) {
      throw new IllegalArgumentException("a key of " + bytes.length + " bytes");
    }
    this.key = new SecretKeySpec(bytes, ALGORITHM);
  }

  /** HMAC (RFC 2104) with SHA-256, in hexadecimal digits. */
  String hash(String content) {
    return HexFormat.of().formatHex(mac().doFinal(content.getBytes(StandardCharsets.UTF_8)));
  }

  /** The same, for whoever hashes many things. */
  Mac mac() {
    try {
      Mac mac = Mac.getInstance(ALGORITHM);
      mac.init(key);
      return mac;
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }
}
