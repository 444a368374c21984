/** What a house lays down, as people set it. Entry: {@code RulesController}. */
package io.sumbrel.server.rules;
