/**
 * What the text of the bank says: numbers and names, with their places. Entry: {@code NumberScan}.
 */
package io.sumbrel.core.matching.text;
