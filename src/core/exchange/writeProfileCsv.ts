import { csvCell } from './csvCell'

/** A year as `hour,load_W,pv_W`, to be read back here or by the command line. */
export function writeProfileCsv(loadW: Float64Array, pvW: Float64Array, stepH: number): string {
  const lines = ['hour,load_W,pv_W']
  for (let k = 0; k < loadW.length; k++)
    lines.push(
      `${csvCell(k * stepH)},${Math.round((loadW[k] as number) * 1000) / 1000},${Math.round((pvW[k] as number) * 1000) / 1000}`,
    )
  return lines.join('\n') + '\n'
}
