import { type WaveExcerpt, rowTimeS } from './waveExcerpt'

/** Bytes of a row beside its values: number and stamp. */
const ROW_HEAD = 8
/** A stamp counts microseconds; it has 32 bits, and its highest value says that there is none. */
const STAMP_US = 1e6
const MOST_STAMP = 0xfffffffe

const field = (text: string) => text.replace(/[,\r\n]+/g, ' ').trim()

/** `2026-05-02T10:11:12.5` as the later editions write it; without a time of its own a recording begins with the century. */
function stampOf(startedAt: string | null): string {
  const match = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}:\d{2}:\d{2}(?:\.\d+)?)$/.exec(startedAt ?? '')
  return match ? `${match[3]}/${match[2]}/${match[1]},${match[4]}` : '01/01/2000,00:00:00.000000'
}

function configurationOf(excerpt: WaveExcerpt, station: string, rows: number): string {
  const { channels, timesS, sampleRateHz, nominalHz, startedAt } = excerpt
  const stamp = stampOf(startedAt)
  return [
    `${field(station)},EXCERPT,2013`,
    `${channels.length},${channels.length}A,0D`,
    ...channels.map(
      ({ id, phase, unit, skewS }, k) =>
        `${k + 1},${field(id)},${field(phase ?? '')},,${unit},1,0,${skewS * 1e6},-3.4028235E38,3.4028235E38,1,1,P`,
    ),
    String(nominalHz),
    // with no rate the stamps alone say the time
    ...(timesS ? ['0', `0,${rows}`] : ['1', `${sampleRateHz},${rows}`]),
    stamp,
    stamp,
    'FLOAT32',
    '1',
    '0,0',
    'B,3',
  ].join('\r\n')
}

/**
 * An excerpt as a COMTRADE file of 2013 in one piece (IEC 60255-24), with its values as 32-bit floating point.
 *
 * @throws RangeError for one that is longer than its stamps can say, over an hour
 */
export function excerptComtrade(excerpt: WaveExcerpt, station: string): Uint8Array {
  const { channels } = excerpt
  const rows = channels[0]?.samples.length ?? 0
  if (rowTimeS(excerpt, Math.max(0, rows - 1)) * STAMP_US > MOST_STAMP)
    throw new RangeError('an excerpt is an hour long at most')
  const rowBytes = ROW_HEAD + 4 * channels.length
  const data = new DataView(new ArrayBuffer(rows * rowBytes))
  for (let row = 0; row < rows; row++) {
    data.setUint32(row * rowBytes, row + 1, true)
    data.setUint32(row * rowBytes + 4, Math.round(rowTimeS(excerpt, row) * STAMP_US), true)
    for (const [k, { samples }] of channels.entries())
      data.setFloat32(row * rowBytes + ROW_HEAD + 4 * k, samples[row] as number, true)
  }
  const head = new TextEncoder().encode(
    [
      '--- file type: CFG ---',
      configurationOf(excerpt, station, rows),
      '--- file type: INF ---',
      '--- file type: HDR ---',
      'An excerpt of a longer recording.',
      `--- file type: DAT FLOAT32: ${data.byteLength} ---`,
      '',
    ].join('\r\n'),
  )
  const file = new Uint8Array(head.length + data.byteLength)
  file.set(head)
  file.set(new Uint8Array(data.buffer), head.length)
  return file
}
