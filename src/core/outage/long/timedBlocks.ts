import { type AnalogChannel, RecordingError, type SamplingRate } from '../recording'
import { isAscending, ratesOfStamps, timesOfStamps, typicalStepS } from '../rowTimes'
import type { RowBlock } from './longRecording'
import { type RowClock, timeOfRowS } from './rowClock'

/** Rows as they were read, with no time yet. */
export type UntimedBlock = Omit<RowBlock, 'startS' | 'rateHz'>

/** Rows of a file that gives each a stamp, in its own unit. */
export interface StampedBlock extends UntimedBlock {
  stamps: Float64Array
}

/** What is shorter is no rate of its own but a hole, or a stamp that was rounded. */
const LEAST_ROWS_OF_A_RATE = 1000

function rowsOf(analog: readonly AnalogChannel[], from: number, to: number): AnalogChannel[] {
  return analog.map((channel) => ({
    ...channel,
    samples: channel.samples.subarray(from, to),
    missingRows: channel.missingRows.filter((row) => row >= from && row < to).map((row) => row - from),
  }))
}

/** Some rows of a block, counted from its first. */
function partOf({ firstRow, rows, analog, doneBytes }: UntimedBlock, from: number, to: number): UntimedBlock {
  const isWhole = from === 0 && to === rows
  return { firstRow: firstRow + from, rows: to - from, analog: isWhole ? analog : rowsOf(analog, from, to), doneBytes }
}

/** Blocks of rows whose rates are known, cut where one rate ends and the next begins. */
export function* blocksByRate(blocks: Iterable<UntimedBlock>, clock: RowClock): Generator<RowBlock> {
  for (const block of blocks) {
    const behind = block.firstRow + block.rows
    for (const [k, { firstRow, rateHz }] of clock.entries()) {
      const from = Math.max(block.firstRow, firstRow)
      const to = Math.min(behind, clock[k + 1]?.firstRow ?? behind)
      if (from >= to) continue
      const part = partOf(block, from - block.firstRow, to - block.firstRow)
      yield { ...part, startS: timeOfRowS(clock, from), rateHz }
    }
  }
}

/**
 * A block cut by the rates that its own times show; one rate where they show none that lasts.
 *
 * @param startS when its first row was taken, in s from the recording's first
 * @param timesS of each row, from the block's first
 * @param typicalHz its rate as a whole
 */
export function* blocksByTimes(
  block: UntimedBlock,
  startS: number,
  timesS: Float64Array,
  typicalHz: number,
): Generator<RowBlock> {
  const shown = ratesOfStamps(timesS)
  const rates = lasting(shown) ? shown : [{ rateHz: typicalHz, lastRow: block.rows }]
  let from = 0
  for (const [k, { rateHz, lastRow }] of rates.entries()) {
    const to = k + 1 < rates.length ? lastRow : block.rows
    yield { ...partOf(block, from, to), startS: startS + (timesS[from] as number), rateHz }
    from = to
  }
}

const lasting = (rates: readonly SamplingRate[]): boolean =>
  rates.length > 1 && rates.every(({ lastRow }, k) => lastRow - (rates[k - 1]?.lastRow ?? 0) >= LEAST_ROWS_OF_A_RATE)

/**
 * Blocks of rows whose stamps alone say the time.
 *
 * @throws RecordingError where stamps do not go on
 */
export function* blocksByStamp(blocks: Iterable<StampedBlock>, stampS: number, file: string): Generator<RowBlock> {
  let beganS: number | null = null
  let lastS = -Infinity
  let rateHz = NaN
  for (const { stamps, ...block } of blocks) {
    const timesS = timesFromFirst(stamps, stampS)
    if (timesS.length > 1) rateHz = 1 / typicalStepS(timesS)
    const firstS = timesS[0] as number
    if (!(firstS > lastS) || !(rateHz > 0) || !isAscending(timesS))
      throw new RecordingError('there is no sampling rate, and the stamps do not go on', { file })
    lastS = timesS.at(-1) as number
    beganS ??= firstS
    const startS = firstS - beganS
    yield* blocksByTimes(
      block,
      startS,
      timesS.map((timeS) => timeS - firstS),
      rateHz,
    )
  }
}

/** Times of rows by their stamps, in s; those before the first stamp that is there stand as far apart as the two behind it. */
function timesFromFirst(stamps: Float64Array, stampS: number): Float64Array {
  const known = Math.max(
    0,
    stamps.findIndex((stamp) => !Number.isNaN(stamp)),
  )
  const behind = timesOfStamps(stamps.subarray(known), stampS)
  const stepS = behind.length > 1 ? (behind[1] as number) - (behind[0] as number) : 0
  const knownS = (stamps[known] as number) * stampS
  return Float64Array.from(stamps, (_, row) =>
    row < known ? knownS - (known - row) * stepS : knownS + (behind[row - known] as number),
  )
}
