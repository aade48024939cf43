import { type WaveExcerpt, rowTimeS } from './waveExcerpt'

/** A channel's name as a column can have it: nothing in it parts columns. */
const columnName = (id: string) => id.replace(/[",;\s]+/g, '_') || 'v'

/**
 * An excerpt as CSV in the form that recordings are read in: seconds, then a column `name_V` for each channel.
 *
 * @example excerptCsv(excerpt).split('\n')[0] // 'time_s,v1_V,v2_V'
 */
export function excerptCsv(excerpt: WaveExcerpt): string {
  const { channels } = excerpt
  const names = channels.map(({ id, unit }, k) => {
    const name = columnName(id)
    const isTaken = channels.slice(0, k).some((other) => columnName(other.id) === name)
    return `${isTaken ? `${name}_${k + 1}` : name}_${unit}`
  })
  const lines = [['time_s', ...names].join(',')]
  const rows = channels[0]?.samples.length ?? 0
  for (let row = 0; row < rows; row++)
    lines.push(
      [
        rowTimeS(excerpt, row).toFixed(7),
        ...channels.map(({ samples }) => String(Math.fround(samples[row] as number))),
      ].join(','),
    )
  return `${lines.join('\n')}\n`
}
