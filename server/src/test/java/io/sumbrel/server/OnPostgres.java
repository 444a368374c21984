package io.sumbrel.server;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.context.ContextConfiguration;

/** The tests of a class once more, on a PostgreSQL in place of the embedded database. */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@ExtendWith(PostgresCluster.class)
@ContextConfiguration(initializers = PostgresCluster.class)
public @interface OnPostgres {}
