package io.sumbrel.server.desk;

import io.sumbrel.core.matching.Taught;
import io.sumbrel.core.rules.ForgottenPayer;
import java.util.List;
import java.util.Optional;

/**
 * What an act on the desk did.
 *
 * @param number the short number of the new posting
 * @param words what happened, such as {@code Posted 3,412.40 to Kestrel Lane Pottery}
 * @param taught who is remembered from now on as paying for whom
 */
public record Posted(
    String number, String words, Optional<Long> moneyInId, Optional<TaughtView> taught) {

  /** A key by which a payer is remembered. */
  record KeyView(String payer, boolean byAccount, long customerId) {
    static KeyView of(ForgottenPayer key) {
      return new KeyView(key.payer(), key.byAccount(), key.customer().number());
    }
  }

  /**
   * @param words such as {@code ALL HANDS LTD is remembered as paying for Kestrel Lane Pottery}
   * @param keys what is to be forgotten if it shall not be
   */
  record TaughtView(String words, List<KeyView> keys) {
    static TaughtView of(Taught taught, String customer) {
      return new TaughtView(
          "%s is remembered as paying for %s".formatted(taught.payer(), customer),
          taught.keys().stream().map(KeyView::of).toList());
    }
  }
}
