/**
 * Money that pays no open item: to which account an entry goes, by what it says itself and by what
 * the house did with entries that read alike. Entry: {@code UsualAccounts}. Promises to propose
 * only accounts on which a clerk may place money, and never more than it has reasons for.
 */
package io.sumbrel.core.usual;
