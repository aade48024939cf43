import { parseComtradeConfiguration } from './comtradeConfiguration'
import { parseComtradeData } from './comtradeData'
import { type NamedBytes, type Recording, RecordingError } from './recording'

const text = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes)

/**
 * Reads a COMTRADE recording from its configuration and data files (IEEE C37.111-1999 and -2013).
 *
 * @throws RecordingError saying what is wrong and where
 */
export function parseComtrade(configurationFile: NamedBytes, dataFile: NamedBytes): Recording {
  const configuration = parseComtradeConfiguration(text(configurationFile.bytes), configurationFile.name)
  const { analog, status } = parseComtradeData(dataFile.bytes, configuration, dataFile.name)
  return {
    form: 'comtrade',
    sampleRateHz: configuration.sampleRateHz,
    timesS: null,
    nominalHz: configuration.lineHz > 0 ? configuration.lineHz : null,
    analog,
    status,
    startedAt: configuration.startedAt,
  }
}

/** `--- file type: DAT BINARY: 540000 ---`: the section's name, its form and its byte count. */
const SECTION = /^---\s*file type:\s*([A-Z]+)(?:\s+([A-Z0-9]+))?(?:\s*:\s*(\d+))?\s*---$/i
const LONGEST_SECTION_LINE = 120

/**
 * Reads the single-file form of 2013: sections CFG, INF, HDR and DAT behind their marker lines.
 *
 * @throws RecordingError saying what is wrong and where
 */
export function parseComtradeSingleFile({ name, bytes }: NamedBytes): Recording {
  let configuration: Uint8Array | null = null
  let at = 0
  let open: { kind: string; from: number } | null = null
  while (at < bytes.length) {
    let end = bytes.indexOf(0x0a, at)
    if (end < 0) end = bytes.length
    const isMarker =
      bytes[at] === 0x2d && bytes[at + 1] === 0x2d && bytes[at + 2] === 0x2d && end - at <= LONGEST_SECTION_LINE
    const match = isMarker ? SECTION.exec(text(bytes.subarray(at, end)).trim()) : null
    if (match) {
      if (open?.kind === 'CFG') configuration = bytes.subarray(open.from, at)
      const kind = (match[1] ?? '').toUpperCase()
      open = { kind, from: end + 1 }
      if (kind === 'DAT') {
        if (!configuration) throw new RecordingError('the data section comes before the configuration', { file: name })
        const declared = match[3] === undefined ? null : Number(match[3])
        const data = bytes.subarray(end + 1)
        if (declared !== null && data.length < declared)
          throw new RecordingError(
            `the data section holds ${data.length} of ${declared} bytes; copy the whole file again`,
            { file: name },
          )
        return parseComtrade(
          { name: `${name} (CFG)`, bytes: configuration },
          { name: `${name} (DAT)`, bytes: declared === null ? data : data.subarray(0, declared) },
        )
      }
    }
    at = end + 1
  }
  throw new RecordingError(
    'no data section; a single-file recording has the lines “--- file type: CFG ---” and “--- file type: DAT … ---”',
    { file: name },
  )
}
