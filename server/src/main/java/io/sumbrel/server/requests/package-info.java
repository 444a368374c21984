/** Requests that were sent twice: what was posted for one is answered again, and not posted. */
package io.sumbrel.server.requests;
