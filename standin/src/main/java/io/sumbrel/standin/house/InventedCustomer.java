package io.sumbrel.standin.house;

import io.sumbrel.core.openitem.Terms;
import java.util.Optional;

/**
 * A customer of the house.
 *
 * @param weight how much it buys, beside the others
 * @param lag days from the due date to the payment, below zero when it pays early
 * @param paidBy somebody else in whose name its money comes
 * @param account from which it pays, where the bank shows one
 */
record InventedCustomer(
    String number,
    String name,
    Habit habit,
    Terms terms,
    int weight,
    int lag,
    Optional<String> paidBy,
    Optional<String> account) {}
