/** Tells browsers that something has changed. */
package io.sumbrel.server.live;
