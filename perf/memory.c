/* Long read and copy in plain C over arrays of the same size as Leaf's. Prints MB/s, the median of 24 passes each. */
#define _GNU_SOURCE
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/mman.h>
#include <time.h>

enum { PASSES = 24 };

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec + t.tv_nsec / 1e9;
}

static int64_t *array(size_t bytes) {
  int64_t *a = aligned_alloc(2 << 20, bytes);
  madvise(a, bytes, MADV_HUGEPAGE);
  for (size_t i = 0; i < bytes / 8; i++) a[i] = i;
  return a;
}

static int ascending(const void *a, const void *b) {
  double x = *(const double *)a, y = *(const double *)b;
  return (x > y) - (x < y);
}

static double median(double *rates) {
  qsort(rates, PASSES, sizeof(double), ascending);
  return (rates[PASSES / 2 - 1] + rates[PASSES / 2]) / 2;
}

int main(int argc, char **argv) {
  size_t bytes = (size_t)atol(argc > 1 ? argv[1] : "144") << 20;
  int64_t *from = array(bytes), *to = array(bytes), sum = 0;
  double read[PASSES], copy[PASSES];
  for (int pass = 0; pass < PASSES; pass++) {
    double start = now();
    for (size_t i = 0; i < bytes / 8; i++) sum += from[i];
    read[pass] = bytes / 1e6 / (now() - start);
    from[pass]++;
    start = now();
    memcpy(to, from, bytes);
    copy[pass] = bytes / 1e6 / (now() - start);
    sum += to[pass];
  }
  printf("read %.0f copy %.0f\n", median(read), median(copy));
  return sum == 42;
}
