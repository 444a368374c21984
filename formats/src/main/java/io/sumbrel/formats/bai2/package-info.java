/** BAI2 and BTRS cash reports. Entry: {@code Bai2Reader}. */
package io.sumbrel.formats.bai2;
