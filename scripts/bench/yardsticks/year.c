/* A plain single-threaded program that starts an outage from each hour of a year and steps it until the battery cannot go on (P-8), with the
 * charge that two years of normal operation leave.
 *
 *   cc -O2 -o year year.c -lm && ./year FILE REPEATS CAPACITY_WH ETA_CHARGE ETA_DISCHARGE CHARGE_W DISCHARGE_W RESERVE FLOOR STANDBY_W MAX_HOURS
 *
 * FILE holds 8,760 pairs of 64-bit floats: load and PV, in W. Prints the mean, steps and the best time of the computation alone. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

#define HOURS 8760
#define TIE_WH 1e-6

static double load_w[HOURS], pv_w[HOURS], start_wh[HOURS], need_wh[HOURS], lasts_h[HOURS];

static double seconds(void) {
    struct timespec now;
    clock_gettime(CLOCK_MONOTONIC, &now);
    return (double)now.tv_sec + 1e-9 * (double)now.tv_nsec;
}

int main(int argc, char **argv) {
    if (argc < 12) return 2;
    FILE *file = fopen(argv[1], "rb");
    if (!file) return 1;
    for (int h = 0; h < HOURS; h++)
        if (fread(&load_w[h], sizeof(double), 1, file) != 1 || fread(&pv_w[h], sizeof(double), 1, file) != 1) return 1;
    fclose(file);
    double capacity = atof(argv[3]), eta_c = atof(argv[4]), eta_d = atof(argv[5]), charge = atof(argv[6]), discharge = atof(argv[7]);
    double reserve = atof(argv[8]) * capacity, floor_wh = atof(argv[9]) * capacity, standby = atof(argv[10]);
    int most = atoi(argv[11]);
    double best = 1e9, mean = 0;
    long steps = 0;
    for (int turn = 0; turn < atoi(argv[2]); turn++) {
        double began = seconds(), wh = 0.5 * capacity;
        steps = 0;
        mean = 0;
        for (int pass = 0; pass < 2; pass++)
            for (int h = 0; h < HOURS; h++) {
                double deficit = load_w[h] - pv_w[h];
                start_wh[h] = wh;
                if (deficit < 0) wh += fmin(fmin(-deficit, charge), (capacity - wh) / eta_c) * eta_c;
                else wh -= fmin(fmin(deficit, discharge), fmax(0, wh - reserve) * eta_d) / eta_d;
            }
        for (int h = 0; h < HOURS; h++) need_wh[h] = load_w[h] + standby - pv_w[h];
        for (int h = 0; h < HOURS; h++) {
            double left = start_wh[h], lasts = most;
            int j = 0;
            for (; j < most; j++) {
                double need = need_wh[(h + j) % HOURS];
                steps++;
                if (need <= 0) {
                    left = fmin(left + fmin(-need, charge) * eta_c, capacity);
                } else if (need > discharge + TIE_WH) {
                    lasts = j;
                    break;
                } else if (fmax(0, left - floor_wh) * eta_d < need - TIE_WH) {
                    lasts = j + fmax(0, left - floor_wh) * eta_d / need;
                    break;
                } else {
                    left -= need / eta_d;
                }
            }
            lasts_h[h] = lasts;
            mean += lasts / HOURS;
        }
        double took = seconds() - began;
        if (took < best) best = took;
    }
    printf("{\"meanH\":%.6f,\"steps\":%ld,\"ms\":%.3f}\n", mean, steps, 1000 * best);
    return 0;
}
