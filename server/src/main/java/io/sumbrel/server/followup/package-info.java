/**
 * What is followed up from day to day: questions about sums, and what customers left short. Entry:
 * {@code Questions}, {@code ShortPays}.
 */
package io.sumbrel.server.followup;
