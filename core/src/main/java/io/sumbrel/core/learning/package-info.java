/**
 * What people decided, held against what the plan had said: how it came about, and what it proves.
 */
package io.sumbrel.core.learning;
