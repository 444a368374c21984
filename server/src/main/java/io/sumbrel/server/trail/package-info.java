/** From any figure to where it came from, and back. */
package io.sumbrel.server.trail;
