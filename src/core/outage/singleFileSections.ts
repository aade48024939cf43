import { RecordingError } from './recording'

/** `--- file type: DAT BINARY: 540000 ---`: the section's name, its form and its byte count. */
const SECTION = /^---\s*file type:\s*([A-Z]+)(?:\s+([A-Z0-9]+))?(?:\s*:\s*(\d+))?\s*---$/i
const LONGEST_SECTION_LINE = 120

const latin1 = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes)

/** Where the two sections that matter lie in a single-file recording, and how long the second says it is. */
export interface SingleFileSections {
  configuration: Uint8Array
  dataAt: number
  /** `null` where its marker line does not say. */
  declaredBytes: number | null
}

/**
 * Finds the sections of the single-file form of 2013: CFG, INF, HDR and DAT behind their marker lines.
 *
 * @param bytes the file, or its beginning up to somewhere in the data
 * @throws RecordingError where there is no data section, or it comes first
 */
export function singleFileSections(bytes: Uint8Array, name: string): SingleFileSections {
  let configuration: Uint8Array | null = null
  let open: { kind: string; from: number } | null = null
  for (let at = 0; at < bytes.length;) {
    let end = bytes.indexOf(0x0a, at)
    if (end < 0) end = bytes.length
    const isMarker =
      bytes[at] === 0x2d && bytes[at + 1] === 0x2d && bytes[at + 2] === 0x2d && end - at <= LONGEST_SECTION_LINE
    const match = isMarker ? SECTION.exec(latin1(bytes.subarray(at, end)).trim()) : null
    if (match) {
      if (open?.kind === 'CFG') configuration = bytes.subarray(open.from, at)
      open = { kind: (match[1] ?? '').toUpperCase(), from: end + 1 }
      if (open.kind === 'DAT') {
        if (!configuration) throw new RecordingError('the data section comes before the configuration', { file: name })
        return { configuration, dataAt: end + 1, declaredBytes: match[3] === undefined ? null : Number(match[3]) }
      }
    }
    at = end + 1
  }
  throw new RecordingError(
    'no data section; a single-file recording has the lines “--- file type: CFG ---” and “--- file type: DAT … ---”',
    { file: name },
  )
}

/** A data section that is shorter than its marker line says. @throws RecordingError always */
export function tooShort(name: string, heldBytes: number, declaredBytes: number): never {
  throw new RecordingError(`the data section holds ${heldBytes} of ${declaredBytes} bytes; copy the whole file again`, {
    file: name,
  })
}
