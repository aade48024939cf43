import { closeSync, existsSync, openSync, readSync, statSync } from 'node:fs'
import { basename, dirname, extname, join } from 'node:path'
import * as yup from 'yup'
import { type RecordingAnalysis, analyseRecording } from '@/core/outage/analyseRecording'
import { CHANNEL_ROLES, type ChannelRole } from '@/core/outage/channelRoles'
import { analyseLong } from '@/core/outage/long/analyseLong'
import { isLong, openLong } from '@/core/outage/long/openLong'
import type { PieceFile } from '@/core/outage/long/pieceFile'
import { ratesOfClock, timeOfRowS } from '@/core/outage/long/rowClock'
import { readRecording } from '@/core/outage/readRecording'
import { RECORDING_BOUNDS, type Recording, type SamplingRate, type StatusChannel } from '@/core/outage/recording'
import { rideThroughWord } from './rideThroughWord'
import type { RulePack } from '@/core/rules/rulePack'
import { BadCall, bytesOf, option, packOption, parsed, print } from './call'

/** A configuration with its data beside it, whichever of the two was named. */
function partnersOf(path: string): string[] {
  const kind = extname(path).toLowerCase()
  if (kind !== '.cfg' && kind !== '.dat') return [path]
  const stem = join(dirname(path), basename(path, extname(path)))
  const partner = (kind === '.cfg' ? ['.dat', '.DAT', '.Dat'] : ['.cfg', '.CFG', '.Cfg'])
    .map((ending) => stem + ending)
    .find(existsSync)
  return partner ? [path, partner] : [path]
}

/** Reads a recording from disk, with its partner file. */
export function recordingAt(path: string): Recording {
  const files = partnersOf(path).map((name) => ({
    name: basename(name),
    bytes: bytesOf(name, RECORDING_BOUNDS.maxBytes),
  }))
  return readRecording(files)
}

/** Runs `look` on files that are read piece by piece, and closes them. */
function withPieces<T>(paths: readonly string[], look: (files: PieceFile[]) => T): T {
  const handles = paths.map((path) => openSync(path, 'r'))
  try {
    return look(
      paths.map((path, k) => ({
        name: basename(path),
        size: statSync(path).size,
        read: (from, to) => {
          const bytes = new Uint8Array(to - from)
          const length = readSync(handles[k] as number, bytes, 0, to - from, from)
          return bytes.subarray(0, length)
        },
      })),
    )
  } finally {
    handles.forEach((handle) => closeSync(handle))
  }
}

const mapSchema = yup.object({
  roles: yup
    .mixed<Record<string, ChannelRole>>()
    .test('roles', `roles must give a channel one of ${CHANNEL_ROLES.join(', ')}`, (value: unknown) => {
      if (value === undefined || value === null) return true
      if (typeof value !== 'object' || Array.isArray(value)) return false
      return Object.values(value).every((role) => CHANNEL_ROLES.includes(role as ChannelRole))
    }),
})

/** Roles of channels from `--map`: JSON as it stands, or a file that holds it. */
function rolesOf(args: string[]): Record<string, ChannelRole> {
  const text = option(args, '--map')
  if (text === undefined) return {}
  const source = text.trimStart().startsWith('{') ? text : new TextDecoder().decode(bytesOf(text, 1024 * 1024))
  return mapSchema.validateSync(parsed(source, '--map')).roles ?? {}
}

/** Moments at which a status channel changed; all of them start at their first value. */
function statusChanges({ samples }: StatusChannel, timeOfRowS: (row: number) => number) {
  const changes: { timeS: number; sample: number; to: number }[] = []
  for (let row = 1; row < samples.length; row++)
    if (samples[row] !== samples[row - 1])
      changes.push({ timeS: timeOfRowS(row), sample: row, to: samples[row] as number })
  return changes
}

/** One rate as a number, several as a list with the last row of each. */
function ratesSaid(rates: readonly SamplingRate[], onlyHz = rates[0]?.rateHz ?? null) {
  if (rates.length <= 1) return { fsHz: onlyHz, rates: null }
  return { fsHz: null, rates: rates.map(({ rateHz, lastRow }) => [rateHz, lastRow]) }
}

/** What the file says of itself: rates, start, channels, what is missing in it, and its status channels. */
function contentsOf(recording: Recording, { voltageIds, gridIds, currentIds, silentIds }: RecordingAnalysis) {
  const { rates, sampleRateHz, analog, ignored, status, timesS, missingStamps, startedAt } = recording
  const timeOfRowS = (row: number) => timesS?.[row] ?? row / sampleRateHz
  const missing = analog.filter(({ missingRows }) => missingRows.length > 0)
  return {
    ...ratesSaid(rates, sampleRateHz),
    samples: analog[0]?.samples.length ?? 0,
    startedAt,
    channels: { voltages: voltageIds, grid: gridIds, currents: currentIds, ignored, silent: silentIds },
    skewUs: Object.fromEntries(analog.map(({ id, skewS }) => [id, Math.round(skewS * 1e9) / 1000])),
    missing:
      missing.length === 0 && missingStamps.length === 0
        ? null
        : {
            samples: Object.fromEntries(missing.map(({ id, missingRows }) => [id, missingRows])),
            stamps: missingStamps,
          },
    status: Object.fromEntries(status.map((channel) => [channel.id, statusChanges(channel, timeOfRowS)])),
  }
}

/** `trace FILE [--pack P] [--map JSON]`: everything the app reads out of a recording. */
export function trace(args: string[]): number {
  const pack = packOption(args)
  const roles = rolesOf(args)
  const [path] = args
  if (!path) throw new BadCall('trace: name a recording')
  const paths = partnersOf(path)
  const isLarge = isLong(paths.map((one) => ({ size: existsSync(one) ? statSync(one).size : 0 })))
  print(isLarge ? figuresOfLong(paths, pack, roles) : figuresOfRecording(recordingAt(path), pack, roles))
  return 0
}

/** What a recording holds that is larger than the memory it may take: looked through once, and each part in which something happened analysed. */
function figuresOfLong(paths: readonly string[], pack: RulePack | null, roles: Readonly<Record<string, ChannelRole>>) {
  const { scan, parts, firstPart, analysis } = withPieces(paths, (files) =>
    analyseLong(openLong(files), pack, { roles }),
  )
  const { samples: _samples, status: _status, missing: _missing, ...contents } = contentsOf(firstPart, analysis)
  const atS = (row: number) => timeOfRowS(scan.clock, row)
  return {
    ...contents,
    ...ratesSaid(ratesOfClock(scan.clock, scan.rows)),
    startedAt: scan.startedAt,
    samples: scan.rows,
    missingRows: scan.missingRows,
    ...figuresOf(analysis),
    parts: parts.map(({ from, to }) => ({ fromS: atS(from), toS: atS(to) })),
    placesLeftOut: scan.partsLeft,
  }
}

/** What a recording holds and shows, as `trace` prints it. */
export function figuresOfRecording(
  recording: Recording,
  pack: RulePack | null,
  roles: Readonly<Record<string, ChannelRole>>,
) {
  const { analysis } = analyseRecording(recording, pack, { roles })
  return { ...contentsOf(recording, analysis), ...figuresOf(analysis) }
}

function figuresOf(analysis: RecordingAnalysis) {
  const {
    gap,
    events,
    voltageIds: _v,
    gridIds: _g,
    currentIds: _c,
    silentIds: _q,
    sampleRateHz: _s,
    lostEnergyAtMostMs,
    ...figures
  } = analysis
  return {
    ...figures,
    lostEnergyMs: lostEnergyAtMostMs,
    gap: gap && {
      ...gap,
      rideThroughClass: rideThroughWord(gap.rideThroughClass),
      classAtBest: rideThroughWord(gap.classAtBest),
    },
    events: Object.fromEntries(
      Object.entries(events).map(([id, list]) => [
        id,
        list.map(({ seenMs: _seen, rampFromS: _from, rampToS: _to, ...event }) => event),
      ]),
    ),
  }
}
