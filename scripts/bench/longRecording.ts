// A recording that is larger than the memory it may take, looked through once and then analysed part by part: rate and memory.
import { closeSync, mkdtempSync, openSync, readSync, rmSync, statSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { analyseLong } from '../../src/core/outage/long/analyseLong'
import { openLong } from '../../src/core/outage/long/openLong'
import type { PieceFile } from '../../src/core/outage/long/pieceFile'
import { scanRecording } from '../../src/core/outage/long/scanRecording'
import { RULE_PACKS } from '../../src/core/rules/packs'

const RATE = 10_000
const CHANNELS = ['v1', 'v2', 'v3', 'i1', 'i2', 'i3']
const ROW_BYTES = 8 + 2 * CHANNELS.length
const SECONDS = Number(process.env.AWLBRIGHT_BENCH_LONG_S ?? 5200)
const pack = RULE_PACKS['iec-3ph-400']

/** One second of three phases with their currents, dead for some of its rows. */
function second(firstRow: number, deadRows: number): Buffer {
  const bytes = Buffer.alloc(RATE * ROW_BYTES)
  for (let row = 0; row < RATE; row++) {
    const at = row * ROW_BYTES
    bytes.writeUInt32LE(firstRow + row + 1, at)
    bytes.writeUInt32LE(firstRow + row, at + 4)
    CHANNELS.forEach((_, k) => {
      const angle = (2 * Math.PI * 50 * row) / RATE - ((k % 3) * 2 * Math.PI) / 3
      const peak = row < deadRows ? 0 : k < 3 ? 26_000 : 2000
      bytes.writeInt16LE(Math.round(peak * Math.sin(angle)), at + 8 + 2 * k)
    })
  }
  return bytes
}

const folder = mkdtempSync(join(tmpdir(), 'awlbright-bench-'))
const path = join(folder, 'long.cff')
const configuration = [
  'HOUSE,BENCH,2013',
  `${CHANNELS.length},${CHANNELS.length}A,0D`,
  ...CHANNELS.map(
    (id, k) => `${k + 1},${id},${'ABC'[k % 3]},,${id[0] === 'v' ? 'V' : 'A'},0.0125,0,0,-32767,32767,1,1,P`,
  ),
  '50',
  '1',
  `${RATE},${RATE * SECONDS}`,
  '01/06/2026,08:00:00.000000',
  '01/06/2026,08:00:00.000000',
  'BINARY',
  '100',
  '0,+1',
  'B,3',
].join('\r\n')

function write(): void {
  const file = openSync(path, 'w')
  writeSync(
    file,
    `--- file type: CFG ---\r\n${configuration}\r\n--- file type: DAT BINARY: ${RATE * SECONDS * ROW_BYTES} ---\r\n`,
  )
  const quiet = second(0, 0)
  for (let k = 0; k < SECONDS; k++) writeSync(file, k % 1300 === 600 ? second(k * RATE, 400) : quiet)
  closeSync(file)
}

function opened(): { file: PieceFile; close: () => void } {
  const handle = openSync(path, 'r')
  const read = (from: number, to: number) => {
    const bytes = new Uint8Array(to - from)
    return bytes.subarray(0, readSync(handle, bytes, 0, to - from, from))
  }
  return { file: { name: 'long.cff', size: statSync(path).size, read }, close: () => closeSync(handle) }
}

write()
const megabytes = statSync(path).size / 1e6
const beforeMb = process.memoryUsage().rss / 1e6
const seconds = (work: () => unknown) => {
  const started = performance.now()
  work()
  return (performance.now() - started) / 1000
}
const { file, close } = opened()
const scanS = seconds(() => scanRecording(openLong([file]), pack))
const scanMb = process.resourceUsage().maxRSS / 1e3
const wholeS = seconds(() => analyseLong(openLong([file]), pack))
close()
rmSync(folder, { recursive: true, force: true })
console.log(`A long recording, ${megabytes.toFixed(0)} MB of BINARY, six channels`)
console.log(
  `  looked through: ${scanS.toFixed(1)} s, ${(megabytes / scanS).toFixed(0)} MB/s; ${scanMb.toFixed(0)} MB at most, ${beforeMb.toFixed(0)} before`,
)
console.log(
  `  and its parts analysed: ${wholeS.toFixed(1)} s; ${(process.resourceUsage().maxRSS / 1e3).toFixed(0)} MB at most`,
)
