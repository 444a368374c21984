package io.sumbrel.server.persistence;

import io.sumbrel.server.OnPostgres;

@OnPostgres
class OneMomentOnPostgresTest extends OneMomentTest {}
