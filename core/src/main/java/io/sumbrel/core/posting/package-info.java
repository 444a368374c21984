/**
 * The table that leads from an event of the job to its journal entry. Entry: {@code PostingTable}.
 */
package io.sumbrel.core.posting;
