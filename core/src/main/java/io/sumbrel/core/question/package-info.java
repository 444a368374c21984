/** What is asked about a sum that nobody can explain yet. Entry: {@code Question}. */
package io.sumbrel.core.question;
