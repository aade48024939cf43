import type { RulePack } from '../../rules/rulePack'
import { loudest, nominalVoltage } from '../analyseRecording'
import { type ChannelRole, channelsByRole } from '../channelRoles'
import { nearestNominalHz } from '../frequency'
import { type AnalogChannel, RecordingError } from '../recording'
import { demandHouseVoltage, demandWaveRate } from '../waveDemands'
import { CycleSums } from './cycleSums'
import { type Disturbance, type Watch, currentWatch, voltageWatch } from './disturbance'
import type { LongRecording, RowBlock } from './longRecording'
import { OverviewOfRms, type RmsOverview } from './overviewOfRms'
import { ClockAsRead, type RowClock } from './rowClock'
import { type LostStretch, type RecordingPart, aroundOf, recordingParts } from './recordingParts'

/** What a long recording showed as it went by once. */
export interface LongScan {
  rows: number
  /** When each row was taken. */
  clock: RowClock
  startedAt: string | null
  nominalV: number
  parts: RecordingPart[]
  /** Places beyond those that are kept. */
  partsLeft: number
  /** Voltages of the house that showed something somewhere. */
  houseIds: string[]
  overview: (RmsOverview & { id: string })[]
  /** How many rows of each channel have no value, where some have none. */
  missingRows: Record<string, number>
}

interface Watched {
  channel: AnalogChannel
  sums: CycleSums
  watch: Watch
  overview: OverviewOfRms | null
}

/** A voltage below this share of nominal shows nothing. */
const SHOWS_SHARE = 0.1
const MOST_DISTURBANCES = 100_000

/** What is nominal in it, from the rules or from its first block. */
function nominalOf(nominalHz: number | null, first: AnalogChannel, rateHz: number, pack: RulePack | null) {
  const hz = pack?.nominalHz ?? nominalHz ?? nearestNominalHz(first.samples, rateHz)
  return { hz, v: pack?.nominalV ?? nominalVoltage(first.samples, rateHz, hz) }
}

function watchesOf(long: LongRecording, { analog, rateHz }: RowBlock, pack: RulePack | null, roles: Roles) {
  const { load, grid, currents } = channelsByRole(analog, roles)
  const first = demandHouseVoltage(loudest(load), long.name)
  const nominal = nominalOf(long.nominalHz, first, rateHz, pack)
  demandWaveRate(rateHz, nominal.hz, long.name)
  const of = (channel: AnalogChannel, watch: Watch, isVoltage: boolean): Watched => ({
    channel,
    watch,
    sums: new CycleSums(rateHz / nominal.hz, isVoltage),
    overview: isVoltage ? new OverviewOfRms(Math.ceil(long.sampleRateHz / nominal.hz)) : null,
  })
  return {
    nominalV: nominal.v,
    nominalHz: nominal.hz,
    houseIds: load.map(({ id }) => id),
    watched: [
      ...load.map((channel) => of(channel, voltageWatch(nominal.v, nominal.hz), true)),
      ...grid.map((channel) => of(channel, voltageWatch(nominal.v, nominal.hz), true)),
      ...currents.map((channel) => of(channel, currentWatch(nominal.hz), false)),
    ],
  }
}

type Roles = Readonly<Record<string, ChannelRole>>

export interface ScanOptions {
  roles?: Roles
  /** Called with 0…1 as bytes are looked through. */
  progress?: (share: number) => void
}

/**
 * Looks through a long recording once, block by block: where its voltages are lost, low, high or jump, and where a current shows a motor that
 * starts. What it finds is the same that the analysis of a short recording finds by its one-cycle RMS (T-1, T-2); the analysis itself is then
 * made of the parts.
 *
 * @throws RecordingError for rows that are wrong, no voltage of the house, or a rate too low for a wave
 */
export function scanRecording(
  long: LongRecording,
  pack: RulePack | null,
  { roles = {}, progress }: ScanOptions = {},
): LongScan {
  let found: ReturnType<typeof watchesOf> | null = null
  const seen = new DisturbancesSeen()
  const missingRows: Record<string, number> = {}
  const read = new ClockAsRead()
  let rows = 0
  for (const block of long.blocks()) {
    found ??= watchesOf(long, block, pack, roles)
    if (read.note(block)) beginAnew(found, block, long.name)
    watchBlock(block, found.watched, seen)
    for (const { id, missingRows: missing } of block.analog)
      if (missing.length > 0) missingRows[id] = (missingRows[id] ?? 0) + missing.length
    rows = block.firstRow + block.rows
    progress?.(block.doneBytes / long.bytes)
  }
  if (!found) throw new RecordingError('there are no samples in it', { file: long.name })
  const { watched, nominalV } = found
  const overview = watched.flatMap(({ channel, overview }) => (overview ? [{ id: channel.id, ...overview.seen }] : []))
  const houseIds = found.houseIds.filter((id) => {
    const { high } = overview.find((one) => one.id === id) as RmsOverview
    return high.some((rms) => rms >= SHOWS_SHARE * nominalV)
  })
  const disturbances = seen.inOrder
  const lost = houseIds.flatMap((id) => lostStretches(id, disturbances, beganLost(watched, id), rows))
  const { clock } = read
  const around = aroundOf(long.sampleRateHz, long.rowBytes)
  const { parts, left } = recordingParts({ rows, disturbances, lost, clock }, around)
  return {
    rows,
    clock,
    startedAt: long.startedAt,
    nominalV,
    parts,
    partsLeft: left + seen.left,
    houseIds,
    overview,
    missingRows,
  }
}

/** Cycles of another length are summed anew from a block on; what a voltage was is not forgotten. */
function beginAnew({ watched, nominalHz }: ReturnType<typeof watchesOf>, block: RowBlock, file: string): void {
  demandWaveRate(block.rateHz, nominalHz, file)
  for (const one of watched) one.sums = new CycleSums(block.rateHz / nominalHz, one.overview !== null, block.firstRow)
}

const beganLost = (watched: readonly Watched[], id: string) =>
  watched.some(({ channel, watch }) => channel.id === id && watch.beganLost)

/** When a voltage was lost: from each loss, or the beginning, to the next return, or the end. */
function lostStretches(id: string, disturbances: readonly Disturbance[], fromBeginning: boolean, rows: number) {
  const stretches: LostStretch[] = []
  let since = fromBeginning ? 0 : null
  for (const { channel, kind, row } of disturbances) {
    if (channel !== id) continue
    if (kind === 'lost') since ??= row
    if (kind !== 'back' || since === null) continue
    stretches.push({ channel: id, from: since, to: row })
    since = null
  }
  if (since !== null) stretches.push({ channel: id, from: since, to: rows })
  return stretches
}

/** What was seen, up to a bound: a channel full of noise would fill the memory. */
class DisturbancesSeen {
  #kept: Disturbance[] = []
  left = 0

  add(one: Disturbance): void {
    if (this.#kept.length < MOST_DISTURBANCES) this.#kept.push(one)
    else this.left++
  }

  /** Channels were looked at one after the other; here they are in the order of rows. */
  get inOrder(): Disturbance[] {
    return this.#kept.toSorted((a, b) => a.row - b.row)
  }
}

function watchBlock({ analog }: RowBlock, watched: readonly Watched[], seen: DisturbancesSeen): void {
  for (const { channel, sums, watch, overview } of watched) {
    const { id, unit } = channel
    const samples = analog.find((one) => one.id === id && one.unit === unit)?.samples
    if (!samples) continue
    sums.feed(samples, (half) => {
      overview?.add(half.toRow - 1, half.rms)
      const kind = watch.see(half)
      if (kind !== null) seen.add({ row: half.toRow, channel: id, kind })
    })
  }
}
