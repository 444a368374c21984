/** The record of who did what, which is also the feed of changes. Entry: {@code AuditRecord}. */
@Publishes("audit_line")
package io.sumbrel.server.audit;

import io.sumbrel.server.persistence.Publishes;
