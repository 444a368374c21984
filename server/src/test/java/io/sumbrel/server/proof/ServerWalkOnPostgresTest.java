package io.sumbrel.server.proof;

import io.sumbrel.server.OnPostgres;

@OnPostgres
class ServerWalkOnPostgresTest extends ServerWalkTest {}
