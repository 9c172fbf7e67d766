/* The plain C program that the engine is measured against: scale, turn and blend each dab.
 *
 * For every dab the tip (256 px, 16 bits; the level of its pyramid next above the print) is
 * sampled bilinearly for each pixel of the turned square, and blended into a 16-bit coverage
 * with the engine's own formula; with colours, those are sampled and blended too.
 * Read from stdin: "x y angle size" a line.
 *   dabs SIDE RUNS mask|own   prints the median ms of a run, and the total coverage.
 */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

#define MOST 100000
#define LEVELS 9
static double xs[MOST], ys[MOST], angles[MOST], sizes[MOST];

static int ascending(const void *a, const void *b) { double d = *(const double *)a - *(const double *)b; return d < 0 ? -1 : d > 0; }

/* Mixes four neighbours; f and g are 0 to 255. */
static inline uint32_t mixed(const uint16_t *p, int w, uint32_t f, uint32_t g)
{
    uint32_t top = p[0] * (256 - f) + p[1] * f, bottom = p[w] * (256 - f) + p[w + 1] * f;
    return (uint32_t)(((uint64_t)top * (256 - g) + (uint64_t)bottom * g) >> 16);
}

int main(int argc, char **argv)
{
    int side = atoi(argv[1]), runs = atoi(argv[2]), own = strcmp(argv[3], "own") == 0, count = 0;
    while (count < MOST && scanf("%lf %lf %lf %lf", &xs[count], &ys[count], &angles[count], &sizes[count]) == 4) count++;

    /* The same soft round tip as bench/bench.php makes, at every level of its pyramid. */
    uint16_t *tips[LEVELS], *colours[LEVELS][3];
    for (int n = 0; n < LEVELS; n++) {
        int level = 256 >> n, w = level + 2;
        tips[n] = calloc(w * (w + 1), sizeof **tips);
        for (int k = 0; k < 3; k++) colours[n][k] = calloc(w * (w + 1), sizeof **tips);
        for (int y = 0; y < level; y++)
            for (int x = 0; x < level; x++) {
                double r = hypot(x + 0.5 - level / 2.0, y + 0.5 - level / 2.0) / (level / 2.0);
                int i = (y + 1) * w + x + 1, a = r < 1 ? (int)(65535 * (1 - r * r)) : 0;
                tips[n][i] = a;
                for (int k = 0; k < 3; k++) colours[n][k][i] = (uint16_t)((uint64_t)a * ((k == 0 ? x : k == 1 ? y : x + y) & 255) / 255);
            }
    }
    uint16_t *coverage = malloc((size_t)side * side * 2), *inks[3];
    for (int k = 0; k < 3; k++) inks[k] = malloc((size_t)side * side * 2);
    double times[99];
    const uint32_t ceiling = 52428, flow = 39322;
    for (int run = 0; run < runs; run++) {
        memset(coverage, 0, (size_t)side * side * 2);
        for (int k = 0; k < 3; k++) memset(inks[k], 0, (size_t)side * side * 2);
        struct timespec from, to;
        clock_gettime(CLOCK_MONOTONIC, &from);
        for (int k = 0; k < count; k++) {
            double c = cos(angles[k] * M_PI / 180), s = sin(angles[k] * M_PI / 180), size = sizes[k], reach = (fabs(c) + fabs(s)) * (size / 2.0 + 0.5);
            int n = 0;
            while (n + 1 < LEVELS && (256 >> (n + 1)) >= size) n++;
            int level = 256 >> n, w = level + 2;
            const uint16_t *tip = tips[n];
            double step = level / size;
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
                    uint32_t m = mixed(tip + iv * w + iu, w, f, g);
                    if (!own) {
                        if (row[x] < ceiling) row[x] += (uint32_t)(((uint64_t)(ceiling - row[x]) * ((uint64_t)m * flow >> 16) + 32768) >> 16);
                        continue;
                    }
                    uint32_t a = (uint64_t)m * flow >> 16;
                    if (a == 0) continue;
                    if (row[x] < ceiling) row[x] += (uint32_t)(((uint64_t)(ceiling - row[x]) * a + 32768) >> 16);
                    if (row[x] == 0) continue;
                    uint64_t share = (uint64_t)a * ceiling / row[x];
                    if (share > 65536) share = 65536;
                    for (int j = 0; j < 3; j++) {
                        uint64_t ink = (uint64_t)mixed(colours[n][j] + iv * w + iu, w, f, g) * 65535 / m;
                        int64_t now = inks[j][(size_t)y * side + x];
                        inks[j][(size_t)y * side + x] = (uint16_t)(now + ((((int64_t)(ink > 65535 ? 65535 : ink) - now) * (int64_t)share + 32768) >> 16));
                    }
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
