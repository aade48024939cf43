/* A plain single-threaded program that finds what the wave analysis finds in one voltage: RMS each half cycle (T-1), frequency (T-3), the
 * gap and its ends to the sample (T-2), and the distortion before and after it (T-5). What an honest, simple implementation needs here.
 *
 *   cc -O2 -o wave wave.c -lm && ./wave FILE RATE_HZ NOMINAL_HZ NOMINAL_V REPEATS
 *
 * FILE holds 32-bit floats, in volts. Prints the gap, both distortions and the best time of the computation alone, reading left out. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

#define ORDERS 40

typedef struct {
    const float *samples;
    long count;
    double rate_hz, nominal_hz, nominal_v, period;
    int cycles;
} Wave;

typedef struct {
    double *squares, *crossings, *start;
    float *rms;
} Work;

typedef struct {
    double gap_from_s, gap_to_s, thd_before, thd_after, lowest_v, highest_v;
} Found;

static double seconds(void) {
    struct timespec now;
    clock_gettime(CLOCK_MONOTONIC, &now);
    return (double)now.tv_sec + 1e-9 * (double)now.tv_nsec;
}

/* Squares summed up to each sample, and rising zero crossings behind a hysteresis. */
static long sums(const Wave *w, Work *work) {
    double low = -0.15 * sqrt(2.0) * w->nominal_v, sum = 0;
    long found = 0;
    int armed = 0;
    for (long k = 0; k < w->count; k++) {
        double v = w->samples[k];
        work->squares[k] = sum;
        sum += v * v;
        if (v < low) {
            armed = 1;
        } else if (armed && v >= 0) {
            double before = w->samples[k - 1];
            work->crossings[found++] = (double)(k - 1) + before / (before - v);
            armed = 0;
        }
    }
    work->squares[w->count] = sum;
    work->squares[w->count + 1] = sum;
    return found;
}

static double squares_until(const Work *work, double place) {
    long k = (long)place;
    return work->squares[k] + (place - (double)k) * (work->squares[k + 1] - work->squares[k]);
}

static long half_cycles(const Wave *w, Work *work, long crossings, Found *found) {
    long next = 0, count = 0;
    found->lowest_v = 1e9;
    found->highest_v = 0;
    for (double from = 0;;) {
        double period = w->period;
        while (next < crossings && work->crossings[next] <= from) next++;
        if (next > w->cycles && from - work->crossings[next - 1] < 1.5 * w->period) {
            double measured = (work->crossings[next - 1] - work->crossings[next - 1 - w->cycles]) / w->cycles;
            if (fabs(measured - w->period) < 0.1 * w->period) period = measured;
        }
        if (from + period > (double)w->count) return count;
        double rms = sqrt((squares_until(work, from + period) - squares_until(work, from)) / period);
        work->start[count] = from;
        work->rms[count++] = (float)rms;
        if (rms < found->lowest_v) found->lowest_v = rms;
        if (rms > found->highest_v) found->highest_v = rms;
        from += period / 2;
    }
}

/* Distortion in percent over whole cycles from a sample on, by a transform at each order. */
static double distortion(const Wave *w, long from, double period) {
    long length = lround(w->cycles * period);
    if (from < 0 || from + length > w->count) return -1;
    double first = 0, rest = 0;
    for (int order = 1; order <= ORDERS; order++) {
        double turn = 2 * M_PI * order * w->cycles / (double)length, re = 0, im = 0;
        double c = 1, s = 0, step_c = cos(turn), step_s = sin(turn);
        for (long k = 0; k < length; k++) {
            double v = w->samples[from + k], next = c * step_c - s * step_s;
            re += v * c;
            im += v * s;
            s = s * step_c + c * step_s;
            c = next;
        }
        if (order == 1) first = re * re + im * im;
        else rest += re * re + im * im;
    }
    return 100 * sqrt(rest / first);
}

static void gap(const Wave *w, Work *work, long halves, Found *found) {
    long from = 0, back, good = 0;
    while (from < halves && work->rms[from] >= 0.9 * w->nominal_v) from++;
    if (from == halves) return;
    for (back = from; back < halves && good < 20; back++) good = work->rms[back] >= 0.92 * w->nominal_v ? good + 1 : 0;
    long near_end = (long)work->start[back - good];
    /* to the sample: where the wave leaves what it was a cycle before, and where the dead stretch ends */
    double period = w->period, limit = 0.1 * sqrt(2.0) * w->nominal_v;
    long left = (long)work->start[from] - (long)(0.5 * period), dead = 0, end = near_end;
    for (; left < w->count; left++)
        if (fabs(w->samples[left] - w->samples[left - (long)period]) > limit) break;
    for (long k = left; k < near_end + 2 * (long)period && k < w->count; k++) {
        dead = fabs(w->samples[k]) < limit / 2 ? dead + 1 : 0;
        if (dead > 0.0025 * w->rate_hz) end = k + 1;
    }
    found->gap_from_s = (double)left / w->rate_hz;
    found->gap_to_s = (double)end / w->rate_hz;
    found->thd_before = distortion(w, left - lround((w->cycles + 1) * period), period);
    found->thd_after = distortion(w, w->count - 1 - lround(w->cycles * period), period);
}

int main(int argc, char **argv) {
    if (argc < 6) return 2;
    Wave w = {.rate_hz = atof(argv[2]), .nominal_hz = atof(argv[3]), .nominal_v = atof(argv[4])};
    w.period = w.rate_hz / w.nominal_hz;
    w.cycles = w.nominal_hz < 55 ? 10 : 12;
    FILE *file = fopen(argv[1], "rb");
    if (!file) return 1;
    fseek(file, 0, SEEK_END);
    w.count = ftell(file) / (long)sizeof(float);
    rewind(file);
    float *samples = malloc((size_t)w.count * sizeof *samples);
    if ((long)fread(samples, sizeof *samples, (size_t)w.count, file) != w.count) return 1;
    fclose(file);
    w.samples = samples;
    size_t halves = (size_t)(2.4 * (double)w.count / w.period) + 16;
    Work work = {malloc(((size_t)w.count + 2) * sizeof(double)), malloc(halves * sizeof(double)), malloc(halves * sizeof(double)), malloc(halves * sizeof(float))};
    Found found = {0};
    double best = 1e9;
    for (int k = 0; k < atoi(argv[5]); k++) {
        double began = seconds();
        long crossings = sums(&w, &work);
        gap(&w, &work, half_cycles(&w, &work, crossings, &found), &found);
        double took = seconds() - began;
        if (took < best) best = took;
    }
    printf("{\"gapMs\":%.3f,\"thdBefore\":%.3f,\"thdAfter\":%.3f,\"lowestV\":%.2f,\"ms\":%.3f}\n",
           1000 * (found.gap_to_s - found.gap_from_s), found.thd_before, found.thd_after, found.lowest_v, 1000 * best);
    return 0;
}
