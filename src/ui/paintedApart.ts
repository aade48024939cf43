/**
 * A part of a page of which the browser keeps what it painted. It keeps that of each stacking context by itself; without any, all of a bench
 * is painted anew for a letter on the quick line.
 */
export const paintedApart = { isolation: 'isolate' } as const
