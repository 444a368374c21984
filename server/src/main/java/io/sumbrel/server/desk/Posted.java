package io.sumbrel.server.desk;

import java.util.Optional;

/**
 * What an act on the desk did.
 *
 * @param number the short number of the new posting
 * @param words what happened, such as {@code Posted 3,412.40 to Kestrel Lane Pottery}
 */
record Posted(String number, String words, Optional<Long> moneyInId) {}
