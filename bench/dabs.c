/* The plain C program that the engine is measured against: scale, turn and blend each dab.
 *
 * For every dab the tip (256 px, one 16-bit plane, the level of its pyramid next above the
 * print) is sampled bilinearly for each pixel of the turned square, and blended into a
 * 16-bit coverage with the engine's own formula. Read from stdin: "x y angle" a line.
 *   dabs SIDE SIZE RUNS   prints the median ms of a run, and a checksum.
 */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

#define MOST 100000
static double xs[MOST], ys[MOST], angles[MOST];

static int ascending(const void *a, const void *b) { double d = *(const double *)a - *(const double *)b; return d < 0 ? -1 : d > 0; }

int main(int argc, char **argv)
{
    int side = atoi(argv[1]), size = atoi(argv[2]), runs = atoi(argv[3]), count = 0;
    while (count < MOST && scanf("%lf %lf %lf", &xs[count], &ys[count], &angles[count]) == 3) count++;

    /* The same soft round tip as bench/bench.php makes, at the level above the print. */
    int level = 256;
    while (level / 2 >= size) level /= 2;
    int w = level + 2;
    uint16_t *tip = calloc(w * (w + 1), sizeof *tip);
    for (int y = 0; y < level; y++)
        for (int x = 0; x < level; x++) {
            double r = hypot(x + 0.5 - level / 2.0, y + 0.5 - level / 2.0) / (level / 2.0);
            tip[(y + 1) * w + x + 1] = r < 1 ? (uint16_t)(65535 * (1 - r * r)) : 0;
        }
    uint16_t *coverage = malloc((size_t)side * side * 2);
    double step = (double)level / size, times[99];
    const uint32_t ceiling = 52428, flow = 39322;
    for (int run = 0; run < runs; run++) {
        memset(coverage, 0, (size_t)side * side * 2);
        struct timespec from, to;
        clock_gettime(CLOCK_MONOTONIC, &from);
        for (int k = 0; k < count; k++) {
            double c = cos(angles[k] * M_PI / 180), s = sin(angles[k] * M_PI / 180), reach = (fabs(c) + fabs(s)) * (size / 2.0 + 0.5);
            int x0 = fmax(0, floor(xs[k] - reach)), x1 = fmin(side, ceil(xs[k] + reach) + 1), y0 = fmax(0, floor(ys[k] - reach)), y1 = fmin(side, ceil(ys[k] + reach) + 1);
            int64_t ux = llround(c * step * 65536), vx = llround(-s * step * 65536);
            for (int y = y0; y < y1; y++) {
                double dx = x0 + 0.5 - xs[k], dy = y + 0.5 - ys[k];
                int64_t u = llround(((dx * c + dy * s) * step + (w - 1) / 2.0) * 65536), v = llround(((-dx * s + dy * c) * step + (w - 1) / 2.0) * 65536);
                uint16_t *row = coverage + (size_t)y * side;
                for (int x = x0; x < x1; x++, u += ux, v += vx) {
                    int iu = (int)(u >> 16), iv = (int)(v >> 16);
                    if ((unsigned)iu >= (unsigned)(w - 1) || (unsigned)iv >= (unsigned)(w - 1)) continue;
                    uint32_t f = u >> 8 & 255, g = v >> 8 & 255;
                    const uint16_t *p = tip + iv * w + iu;
                    uint32_t top = p[0] * (256 - f) + p[1] * f, bottom = p[w] * (256 - f) + p[w + 1] * f;
                    uint32_t m = (uint32_t)(((uint64_t)top * (256 - g) + (uint64_t)bottom * g) >> 16);
                    if (row[x] < ceiling) row[x] += (uint32_t)(((uint64_t)(ceiling - row[x]) * ((uint64_t)m * flow >> 16) + 32768) >> 16);
                }
            }
        }
        clock_gettime(CLOCK_MONOTONIC, &to);
        times[run] = (to.tv_sec - from.tv_sec) * 1e3 + (to.tv_nsec - from.tv_nsec) / 1e6;
    }
    qsort(times, runs, sizeof *times, ascending);
    uint64_t sum = 0;
    for (size_t i = 0; i < (size_t)side * side; i++) sum += coverage[i];
    printf("%.4f %llu\n", times[runs / 2], (unsigned long long)sum);
    return 0;
}
