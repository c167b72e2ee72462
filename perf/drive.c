/* Long write and read of 1 MiB and small random reads of 4 KiB with direct access in plain C, on a file of 1 GiB. Prints MB/s
   and operations per second: the median of 15 parts each. */
#define _GNU_SOURCE
#include <fcntl.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>
#include <unistd.h>

enum { PIECE = 1 << 20, PIECES = 1024, PARTS = 15, SMALL = 4096 };

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec + t.tv_nsec / 1e9;
}

static uint64_t state = 4711;
static uint64_t next(void) {
  state ^= state >> 12;
  state ^= state << 25;
  state ^= state >> 27;
  return state * 0x2545F4914F6CDD1DULL;
}

static int ascending(const void *a, const void *b) {
  double x = *(const double *)a, y = *(const double *)b;
  return (x > y) - (x < y);
}

static double median(double *rates) {
  qsort(rates, PARTS, sizeof(double), ascending);
  return rates[PARTS / 2];
}

static void failed(const char *what) {
  perror(what);
  exit(1);
}

int main(int argc, char **argv) {
  if (argc < 2) return 2;
  int file = open(argv[1], O_RDWR | O_CREAT | O_TRUNC | O_DIRECT, 0600);
  if (file < 0) failed(argv[1]);
  unlink(argv[1]);
  uint64_t *piece = aligned_alloc(SMALL, PIECE);
  for (int i = 0; i < PIECE / 8; i++) piece[i] = next();
  for (int i = 0; i < PIECES; i++)
    if (pwrite(file, piece, PIECE, (off_t)i * PIECE) != PIECE) failed("fill");
  fsync(file);
  double write[PARTS], read[PARTS], small[PARTS];
  int at = 0, slice = PIECES / PARTS;
  for (int part = 0; part < PARTS; part++) {
    double start = now();
    for (int i = 0; i < slice; i++, at = (at + 1) % PIECES)
      if (pwrite(file, piece, PIECE, (off_t)at * PIECE) != PIECE) failed("write");
    fsync(file);
    write[part] = slice * (PIECE / 1e6) / (now() - start);
  }
  for (int part = 0; part < PARTS; part++) {
    double start = now();
    for (int i = 0; i < slice; i++, at = (at + 1) % PIECES)
      if (pread(file, piece, PIECE, (off_t)at * PIECE) != PIECE) failed("read");
    read[part] = slice * (PIECE / 1e6) / (now() - start);
  }
  for (int part = 0; part < PARTS; part++) {
    double start = now();
    int done = 0;
    while (now() - start < 0.3) {
      off_t block = (next() >> 33) % (PIECES * (PIECE / SMALL));
      if (pread(file, piece, SMALL, block * SMALL) != SMALL) failed("small read");
      done++;
    }
    small[part] = done / (now() - start);
  }
  printf("write.long %.0f read.long %.0f read.small %.0f\n", median(write), median(read), median(small));
  return 0;
}
