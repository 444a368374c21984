/** Whose work it is: who looks after a customer or a bank account. Entry: {@code Responsible}. */
package io.sumbrel.server.responsible;
