package io.sumbrel.server.desk;

import io.sumbrel.server.OnPostgres;

@OnPostgres
class PostingOnPostgresTest extends PostingTest {}
