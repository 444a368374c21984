/** What a counter took in on a day: what was sold, how it was paid, and what the till counted. */
package io.sumbrel.core.takings;
