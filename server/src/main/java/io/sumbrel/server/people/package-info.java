/** People and their rights. */
@Publishes("person")
package io.sumbrel.server.people;

import io.sumbrel.server.persistence.Publishes;
