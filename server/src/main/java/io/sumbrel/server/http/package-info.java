/** What every answer over HTTP has in common: problems as RFC 9457, the pages of the browser. */
package io.sumbrel.server.http;
