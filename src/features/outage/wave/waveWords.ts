import type { PerChannel, RecordingAnalysis } from '@/core/outage/analyseRecording'
import { formatDuration, formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'

/** One line of the table under a wave: a figure for each voltage, blank where the recording does not hold it. */
export interface WaveRow {
  key: string
  label: string
  /** How it was found. */
  how: string
  cells: string[]
}

const DASH = '–'
const degrees = (value: number) => `${value > 0 ? '+' : ''}${value.toFixed(1)}°`
const percent = (value: number) => `${formatNumber(value, 2)} %`
const volts = (value: number) => formatQuantity(value, 'V', 4)
const milliseconds = (value: number) => formatDuration(value)

/** The table under a wave; rows in which no voltage has a figure are left out. */
export function waveRows(analysis: RecordingAnalysis): WaveRow[] {
  const { voltageIds, thdOrder, nominalHz } = analysis
  const cycles = nominalHz < 55 ? 10 : 12
  const row = (key: string, label: string, how: string, figures: PerChannel, text: (value: number) => string) => ({
    key,
    label,
    how,
    cells: voltageIds.map((id) => {
      const value = figures[id] ?? null
      return value === null ? DASH : text(value)
    }),
  })
  const several = voltageIds.length > 1
  const rows = [
    row('rmsBefore', 'RMS before', `${cycles} cycles`, analysis.rmsBeforeV, volts),
    row('rmsAfter', 'RMS after', `last ${cycles} cycles`, analysis.rmsAfterV, volts),
    row('jump', 'Phase jump', 'against the wave carried on', analysis.phaseJumpDeg, degrees),
    row('overshoot', 'Overshoot', 'largest cycle after', analysis.overshootRmsPercent, percent),
    row('missing', 'Energy missing', 'times the power before, at most', analysis.lostEnergyAtMostMs, milliseconds),
    row('thdBefore', 'Distortion before', `to order ${thdOrder}`, analysis.thdBeforePercent, percent),
    row('thdAfter', 'Distortion after', `to order ${thdOrder}`, analysis.thdAfterPercent, percent),
    ...(several
      ? [
          row('anglesBefore', 'Angle before', 'against the first phase', analysis.anglesBeforeDeg, degrees),
          row('anglesAfter', 'Angle after', 'against the first phase', analysis.anglesAfterDeg, degrees),
        ]
      : []),
  ]
  return rows.filter(({ cells }) => cells.some((cell) => cell !== DASH))
}

const hertz = (value: number | null) => (value === null ? null : `${value.toFixed(2)} Hz`)

function frequencyWords({ frequency, nominalHz }: RecordingAnalysis): string[] {
  const { beforeHz, afterSettledHz, afterMinHz, maxExcursionHz, rocofMaxHzPerS } = frequency
  const parts = [
    beforeHz === null ? null : `${hertz(beforeHz)} before`,
    afterSettledHz === null ? null : `${hertz(afterSettledHz)} at the end`,
    afterMinHz === null ? null : `lowest ${hertz(afterMinHz)}`,
    maxExcursionHz === null ? null : `at most ${maxExcursionHz.toFixed(2)} Hz from ${nominalHz}`,
    rocofMaxHzPerS === null ? null : `fastest change ${rocofMaxHzPerS.toFixed(2)} Hz/s`,
  ].filter((part) => part !== null)
  return parts.length === 0 ? [] : [`Frequency: ${parts.join(', ')}.`]
}

function rotationWords({ rotationBefore, rotationAfter }: RecordingAnalysis): string[] {
  if (rotationBefore === null || rotationAfter === null) return []
  return rotationBefore === rotationAfter
    ? [`The phases follow each other as before (${rotationAfter}).`]
    : [
        `The phases follow each other the other way round: ${rotationBefore} before, ${rotationAfter} after. Three-phase motors would run backwards.`,
      ]
}

const amps = (value: number) => formatQuantity(value, 'A', 3)
const seconds = (value: number) => formatDuration(value * 1000)

function motorWords({ motor }: RecordingAnalysis): string[] {
  if (motor === null) return []
  return [
    `A motor started on ${motor.current}: ${amps(motor.inrushRmsA)} for ${seconds(motor.durationS)} (peak ${amps(motor.inrushPeakA)}), then ${amps(motor.runningA)}. The voltage sagged by ${formatNumber(motor.sagPercent, 3)} % to ${formatNumber(motor.sagResidualPercent, 3)} % of nominal and was back after ${seconds(motor.recoveryS)}.`,
  ]
}

function overloadWords({ overload }: RecordingAnalysis): string[] {
  if (overload === null) return []
  const back =
    overload.downS === null ? 'It did not come back in the recording' : `It was back after ${seconds(overload.downS)}`
  return [
    `An overload on ${overload.current}: ${amps(overload.beforeA)} rose to ${amps(overload.overloadA)}. The source held it for ${seconds(overload.heldS)}, folded its voltage back to ${formatNumber(overload.foldbackLowPercent, 3)} % and tripped. ${back}.`,
  ]
}

function returnWords({ return: back }: RecordingAnalysis): string[] {
  if (back === null) return []
  const second = back.seamless
    ? 'no second gap'
    : back.secondGapMs === null
      ? 'a second gap that the recording does not hold whole'
      : `a second gap of ${formatDuration(back.secondGapMs)}`
  const slip = back.slipHz === null ? '' : `, ${back.slipHz.toFixed(2)} Hz apart`
  return [`The street was back; the house waited ${seconds(back.waitS)} and joined it with ${second}${slip}.`]
}

function silentWords({ silentIds }: RecordingAnalysis): string[] {
  if (silentIds.length === 0) return []
  return [`${silentIds.join(', ')} showed nothing from beginning to end: is the lead connected? It is left out.`]
}

/** Steps that are told one by one. */
const STEPS_TOLD = 3

function stepWords({ phaseSteps }: RecordingAnalysis): string[] {
  if (phaseSteps.length === 0) return []
  const told = phaseSteps.slice(0, STEPS_TOLD).map(({ atS, deg }) => `by ${degrees(deg)} at ${atS.toFixed(2)} s`)
  const more = phaseSteps.length > STEPS_TOLD ? ` and ${phaseSteps.length - STEPS_TOLD} times more` : ''
  return [
    `The phase steps ${told.join(', ')}${more} without a gap: another supply took over, or a large load came. No frequency is read across it.`,
  ]
}

/** What a wave shows besides its gap, as sentences; a danger comes first. */
export const waveSentences = (analysis: RecordingAnalysis): string[] => [
  ...rotationWords(analysis),
  ...overloadWords(analysis),
  ...motorWords(analysis),
  ...returnWords(analysis),
  ...stepWords(analysis),
  ...frequencyWords(analysis),
  ...silentWords(analysis),
]
