/** A made-up year of half-hourly metering as CSV: mornings and evenings, winter above summer, and days that differ; the same at every start. */
export function meterYearCsv(meanW: number): string {
  let seed = 20_260_101
  const chance = () => {
    seed = (seed * 1_664_525 + 1_013_904_223) >>> 0
    return seed / 2 ** 32
  }
  const shape = (hour: number) =>
    0.45 + 0.9 * Math.exp(-((hour - 7.5) ** 2) / 3) + 1.5 * Math.exp(-((hour - 18.5) ** 2) / 6)
  const kWh: number[] = []
  for (let day = 0; day < 365; day++) {
    const season = 1 + 0.45 * Math.cos((2 * Math.PI * (day - 15)) / 365)
    const mood = 0.75 + 0.5 * chance()
    for (let half = 0; half < 48; half++)
      kWh.push(season * mood * shape(half / 2) * (0.6 + 0.8 * chance()) + (chance() < 0.02 ? 4 * chance() : 0))
  }
  const factor = meanW / 2000 / (kWh.reduce((sum, value) => sum + value, 0) / kWh.length)
  const stamp = (k: number) =>
    new Date(Date.UTC(2025, 0, 1) + k * 1_800_000).toISOString().slice(0, 16).replace('T', ' ')
  return ['start,import kWh', ...kWh.map((value, k) => `${stamp(k)},${(value * factor).toFixed(3)}`)].join('\n') + '\n'
}
