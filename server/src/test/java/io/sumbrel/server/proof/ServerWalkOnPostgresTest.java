package io.sumbrel.server.proof;

import io.sumbrel.server.OnPostgres;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

@OnPostgres
@EnabledIfSystemProperty(named = "sumbrel.long", matches = "true")
class ServerWalkOnPostgresTest extends ServerWalkTest {}
