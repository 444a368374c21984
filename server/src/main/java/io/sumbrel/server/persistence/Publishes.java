package io.sumbrel.server.persistence;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Stands on a room: the tables of its own that other rooms may read in a join. All else of a room's
 * tables is its own affair, and nobody else ever writes to them.
 */
@Target(ElementType.PACKAGE)
@Retention(RetentionPolicy.RUNTIME)
public @interface Publishes {
  String[] value();
}
