/** How a thing is called, one and several of it. */
export type OneAndSeveral = readonly [one: string, several: string]

/** @example counted(1, ['reading', 'readings']) // '1 reading' */
export const counted = (n: number, [one, several]: OneAndSeveral): string => `${n} ${n === 1 ? one : several}`
