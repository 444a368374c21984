/** How files are read that each bank or processor writes in its own way, as people said it once. */
package io.sumbrel.server.layout;
