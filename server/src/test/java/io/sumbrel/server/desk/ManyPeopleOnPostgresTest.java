package io.sumbrel.server.desk;

import io.sumbrel.server.OnPostgres;

@OnPostgres
class ManyPeopleOnPostgresTest extends ManyPeopleTest {}
