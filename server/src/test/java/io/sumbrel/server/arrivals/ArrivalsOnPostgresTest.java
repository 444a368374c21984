package io.sumbrel.server.arrivals;

import io.sumbrel.server.OnPostgres;

@OnPostgres
class ArrivalsOnPostgresTest extends ArrivalsTest {}
