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

  /** One for each thread, since many things are hashed. */
  private final ThreadLocal<Mac> macs = ThreadLocal.withInitial(this::newMac);

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

  /**
   * The same of what is written to it bit by bit, before anything else is hashed in this thread.
   */
  Mac mac() {
    return macs.get();
  }

  private Mac newMac() {
    try {
      Mac mac = Mac.getInstance(ALGORITHM);
      mac.init(key);
      return mac;
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }
}
