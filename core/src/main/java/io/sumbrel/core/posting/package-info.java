/**
 * What happens to the books, and how it stands in them: every event of the job with its journal
 * entry and all that it does. Entry: {@code Event}.
 */
package io.sumbrel.core.posting;
