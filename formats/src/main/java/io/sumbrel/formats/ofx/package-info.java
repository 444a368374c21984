/** Open Financial Exchange downloads, versions 1 and 2. Entry: {@code OfxReader}. */
package io.sumbrel.formats.ofx;
