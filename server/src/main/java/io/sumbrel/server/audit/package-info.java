/** The record of who did what, which is also the feed of changes. Entry: {@code AuditRecord}. */
package io.sumbrel.server.audit;
