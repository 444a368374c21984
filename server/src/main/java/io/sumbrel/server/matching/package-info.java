/**
 * The plan over the pile, what it was made from, and what people decided: weights, lessons, past
 * payments. Entry: {@code PlanBoard}.
 */
@Publishes("decision")
package io.sumbrel.server.matching;

import io.sumbrel.server.persistence.Publishes;
