/**
 * The plan over files, without a database or a screen, so that anybody can try it on data of their
 * own: {@code ./sumbrel plan}. Entry: {@code PlanFiles}.
 */
package io.sumbrel.server.planfile;
