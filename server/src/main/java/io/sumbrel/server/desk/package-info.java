/** The pile, the plan, the tapes, posting and turning back. */
package io.sumbrel.server.desk;
