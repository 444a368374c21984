package io.sumbrel.core.difference;

/** Whose limits hold. */
public enum Authority {
  CLERK,
  SUPERVISOR
}
