package io.sumbrel.server.arrivals;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A file on the screen of arrivals.
 *
 * @param statedCount how many entries or rows the file holds
 * @param statedMinor what they come to, in minor units
 * @param unexplained how many of its lines are still in the pile
 * @param heldCount how many are possibly double and wait for a person's word
 * @param refusal why it was refused, or why it cannot be accepted yet, as a sentence
 * @param asks what somebody has to say of it first
 * @param mayBeNamed whether somebody may say what its columns hold
 * @param notes what the reader found worth saying
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
    int heldCount,
    long unexplained,
    String refusal,
    ArrivalAsks asks,
    boolean mayBeNamed,
    List<String> notes,
    Instant arrivedAt,
    String arrivedBy,
    Optional<Instant> decidedAt,
    Optional<String> decidedBy) {}
