/** Who is signed in and what they may do. */
package io.sumbrel.server.security;
