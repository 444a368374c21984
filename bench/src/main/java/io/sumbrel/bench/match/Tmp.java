package io.sumbrel.bench.match;

/** Temporary. */
final class Tmp {
  public static void main(String[] a) {
    long s = System.nanoTime();
    KernelBench.run().forEach(t -> System.out.println(t.row()));
    System.out.println((System.nanoTime() - s) / 1e9);
  }
}
