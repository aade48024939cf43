import { scaleLinear } from 'd3'
import type { Load } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import type { Plan } from '@/core/plan/planOfInstallation'
import type { Phase } from '@/core/rules/rulePack'

export type SegmentKind = 'stays' | 'backedUp' | 'turnOffFirst' | 'notBackedUp'

export interface StripSegment {
  tag: string
  name: string
  watts: number
  kind: SegmentKind
  x: number
  width: number
}

export interface StripRow {
  label: string
  /** What the row adds up to among the loads that are backed up, in watts. */
  backedUpW: number
  segments: StripSegment[]
  limits: { label: string; watts: number; x: number }[]
  /** Words for the limits; left out where the row above says the same. */
  limitLabels: { text: string; x: number; anchor: 'start' | 'end' }[]
}

export interface LoadStrip {
  rows: StripRow[]
  ticks: { x: number; label: string }[]
  maxW: number
}

const ORDER: readonly SegmentKind[] = ['stays', 'backedUp', 'turnOffFirst', 'notBackedUp']

/** What a load is to the plan; the night's turn-off-first list outranks “backed up”. */
export function segmentKind(load: Load, turnOff: ReadonlySet<string>): SegmentKind {
  if (!load.backedUp) return 'notBackedUp'
  if (turnOff.has(load.tag)) return 'turnOffFirst'
  return load.mustStayOn ? 'stays' : 'backedUp'
}

type NamedLimit = { label: string; watts: number }

const sameLimits = (a: readonly NamedLimit[], b: readonly NamedLimit[] | undefined) =>
  b !== undefined && a.length === b.length && a.every(({ watts }, k) => watts === b[k]?.watts)

/** Room a row keeps for its own name, and a limit for its words, in px. */
const ROW_NAME = 150
const LIMIT_WORDS = 96

/** Width of a letter of them, about. */
const LETTER = 6.9

/** Words that end at a limit; further on where they would lie on the row's own name. */
const endingAt = (text: string, at: number, width: number): StripRow['limitLabels'][number] => ({
  text,
  x: Math.min(width, Math.max(at, ROW_NAME + LETTER * text.length)),
  anchor: 'end',
})

/** Words beside the limits' strokes: apart where there is room, in one line where two limits stand close. */
function limitLabels(
  limits: readonly NamedLimit[],
  x: (watts: number) => number,
  width: number,
): StripRow['limitLabels'] {
  const words = limits.map(({ label, watts }) => ({ text: `${label} ${formatQuantity(watts, 'W', 3)}`, at: x(watts) }))
  const [first, second] = words
  if (!first) return []
  if (second && second.at - first.at < LIMIT_WORDS) {
    const text =
      first.at === second.at
        ? `night and day ${quantityOrOpen(limits[0]?.watts, 'W', 3)}`
        : `${first.text}, ${second.text}`
    return [
      second.at + 2 * LIMIT_WORDS < width
        ? { text, x: Math.max(ROW_NAME, first.at), anchor: 'start' }
        : endingAt(text, second.at, width),
    ]
  }
  return words.map(({ text, at }) =>
    at + LIMIT_WORDS < width ? { text, x: Math.max(ROW_NAME, at), anchor: 'start' } : endingAt(text, at, width),
  )
}

/**
 * Loads stacked against the limits: everything on at once (by phase where there are several) and what is expected on average.
 * A load on all phases lies on each with its share. `width` in px; the scale is common to all rows of the same kind.
 */
export function loadStripLayout(
  loads: readonly Load[],
  plan: Plan,
  phases: readonly Phase[],
  width: number,
): LoadStrip {
  const turnOff = new Set(plan.staying.off)
  const { limits } = plan
  const whole: { label: string; watts: number }[] = [
    ['night', limits.nightW],
    ['day', limits.dayW],
  ].flatMap(([label, watts]) => (watts === null ? [] : [{ label: label as string, watts: watts as number }]))
  const perPhase = phases.length > 1
  const named = (phase: Phase) => {
    const own = limits.perPhase?.[phase]
    return own
      ? [
          { label: 'night', watts: own.nightW },
          { label: 'day', watts: own.dayW },
        ]
      : []
  }
  const onPhase = (phase: Phase) => (load: Load) =>
    load.phase === 'all' ? load.powerW / phases.length : load.phase === phase ? load.powerW : 0
  const drafts = [
    ...(perPhase
      ? phases.map((phase) => ({ label: `${phase}, all on at once`, of: onPhase(phase), limits: named(phase) }))
      : [{ label: 'All on at once', of: (load: Load) => load.powerW, limits: whole }]),
    {
      label: perPhase ? 'Expected, all phases' : 'Expected on average',
      of: (load: Load) => load.powerW * load.duty,
      limits: whole,
    },
  ]
  const sum = (of: (load: Load) => number) => loads.reduce((total, load) => total + of(load), 0)
  const maxW = Math.max(1, ...drafts.map(({ of, limits: own }) => Math.max(sum(of), ...own.map(({ watts }) => watts))))
  const x = scaleLinear([0, maxW * 1.04], [0, width])
  const rows = drafts.map(({ label, of, limits: own }, k): StripRow => {
    const sorted = loads
      .map((load) => ({ load, kind: segmentKind(load, turnOff), watts: of(load) }))
      .filter(({ watts }) => watts > 0)
      .sort(
        (a, b) =>
          ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || a.load.priority - b.load.priority || b.watts - a.watts,
      )
    let at = 0
    const segments = sorted.map(({ load, kind, watts }): StripSegment => {
      const start = at
      at += watts
      return { tag: load.tag, name: load.name, watts, kind, x: x(start), width: x(at) - x(start) }
    })
    return {
      label,
      segments,
      backedUpW: sorted.filter(({ kind }) => kind !== 'notBackedUp').reduce((total, { watts }) => total + watts, 0),
      limits: own.map((limit) => ({ ...limit, x: x(limit.watts) })),
      limitLabels: sameLimits(own, drafts[k - 1]?.limits) ? [] : limitLabels(own, x, width),
    }
  })
  return {
    rows,
    maxW,
    ticks: x
      .ticks(Math.max(3, Math.round(width / 130)))
      .map((watts) => ({ x: x(watts), label: watts === 0 ? '0' : `${watts / 1000} kW` })),
  }
}
