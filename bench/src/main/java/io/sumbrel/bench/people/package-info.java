/** Many people at work on one running product at once. Entry: {@code PeopleBench}. */
package io.sumbrel.bench.people;
