package io.sumbrel.server.arrivals;

import java.time.Instant;
import java.util.Optional;

/**
 * A file on the screen of arrivals.
 *
 * @param statedCount how many entries or rows the file holds
 * @param statedMinor what they come to, in minor units
 * @param unexplained how many of its lines are still in the pile
 * @param refusal why it was refused, as a sentence
 */
public record ArrivalView(
    long id,
    String kind,
    String fileName,
    ArrivalState state,
    String account,
    String title,
    String currency,
    int statedCount,
    long statedMinor,
    int acceptedCount,
    int knownCount,
    long unexplained,
    String refusal,
    Instant arrivedAt,
    String arrivedBy,
    Optional<Instant> decidedAt,
    Optional<String> decidedBy) {}
