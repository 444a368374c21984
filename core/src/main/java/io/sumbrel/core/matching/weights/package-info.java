/**
 * What each feature of a way weighs, as shipped and as a house teaches it. Knows features by their
 * counts alone: neither the pile nor how a way was found. Likelihoods are floating, money never is.
 */
package io.sumbrel.core.matching.weights;
