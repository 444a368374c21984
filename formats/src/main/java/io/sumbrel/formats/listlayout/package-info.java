/**
 * The house's own lists in columns of the sender's own, by a layout that a person made once: they
 * are read as if they had come in our columns. Entry: {@code ListLayoutReader}.
 */
package io.sumbrel.formats.listlayout;
