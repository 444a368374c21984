package io.sumbrel.server.arrivals;

import io.sumbrel.server.OnPostgres;

@OnPostgres
class OwnListsOnPostgresTest extends OwnListsTest {}
