/** How long what is owed is past due. Entry: {@code Ageing}. */
package io.sumbrel.core.ageing;
