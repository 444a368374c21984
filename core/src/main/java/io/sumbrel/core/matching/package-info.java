/**
 * What each sum pays: proposals and one plan over the whole pile. Deterministic: the same input
 * gives the same plan. Entry: {@code Planner}; what goes in is a {@code MatchingProblem}, what
 * comes out a {@code Plan} of {@code Proposal}s; {@code Lessons} say what a decision teaches.
 *
 * <p>Floors, each of which knows only those below it: here the planning, what is kept of it for the
 * next plan, and what is shown; then {@code ways}; then {@code reading}; then {@code change}; then
 * {@code problem} and {@code weights}; then {@code assignment}, {@code combination}, {@code
 * candidate} and {@code text}, which know nothing of money.
 *
 * <p>The promise of replanning, which the tests cite by its numbers:
 *
 * <ol>
 *   <li>The plan after a change is the plan from nothing: the same ways, choices and likelihoods.
 *   <li>What was found for a sum is kept where no change concerns it: no item of a family that it
 *       may mean, no item of its very amount, no record that its entry may hold, and nothing that
 *       is remembered otherwise of its payer ({@code Changes}). All else is searched anew.
 *   <li>What was chosen is kept where the same sums ask for the same, against the same that is
 *       left: of a whole round, or of those in it that get in each other's way.
 *   <li>Where nothing changed, nothing is done: the plan is the one before.
 *   <li>How many threads search makes no difference.
 *   <li>Where more than amounts, money on account and what is remembered has changed, the problem
 *       is built anew ({@code MatchingProblem.with} says so), and everything with it.
 * </ol>
 */
package io.sumbrel.core.matching;
