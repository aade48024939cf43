import type { LogAnalysis } from '@/core/powerLog/analyseLog'
import type { LogQuantity } from '@/core/powerLog/logMap'
import type { JudgedLogTest } from '@/core/powerLog/logWorkingTests'
import type { PvRestart } from '@/core/powerLog/logPvRestart'
import type { LogTrip } from '@/core/powerLog/logTrips'
import { RIDE_THROUGH_ONE } from '@/core/outage/rideThrough'
import { formatDuration, formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { numberOrOpen } from '@/core/quantity/orOpen'

export const QUANTITY_WORDS: Readonly<Record<LogQuantity, string>> = {
  v: 'Voltage of the house',
  v2: 'Voltage, second leg',
  v3: 'Voltage, third phase',
  f: 'Frequency',
  load: 'Load (consumption +)',
  pv: 'PV (generation +)',
  battery: 'Battery (discharge +)',
  grid: 'Street (import +)',
  vGrid: 'Voltage of the street',
  soc: 'State of charge',
}

/** Seconds as far as anybody counts in them: a window of a test is set in seconds too. */
function seconds(s: number): string {
  if (s < 1) return formatDuration(s * 1000)
  if (s < 600) return `${formatNumber(s, 4)} s`
  return `${Math.floor(s / 60)} min ${Math.round(s % 60)} s`
}
const watts = (w: number) => formatQuantity(w, 'W', 4)
const kWh = (value: number) => formatQuantity(value * 1000, 'Wh', 4)

function gapWords({ gapS, gridLostS, gapResolutionS, rideThroughClass, islandS }: LogAnalysis): string[] {
  if (gridLostS === null) return []
  const lost = `The street went at ${seconds(gridLostS)}`
  if (islandS === null || gapS === null) return [`${lost}; the house did not come back in the log.`]
  if (rideThroughClass === 'notResolved')
    return [`${lost}; the gap is shorter than a row of ${seconds(gapResolutionS)}, so no class can be told.`]
  const word = rideThroughClass === null ? '' : `: ${RIDE_THROUGH_ONE[rideThroughClass]}`
  return [`${lost}; the house was dead for ${seconds(gapS)}, to a row of ${seconds(gapResolutionS)}${word} (grade B).`]
}

function returnWords({ gridBackS, waitS, secondGapS, gapResolutionS, streetUnseen }: LogAnalysis): string[] {
  if (gridBackS === null) return []
  if (streetUnseen)
    return [
      `The street was back at ${seconds(gridBackS)}; when the house was on it again cannot be told: what the street gives was not logged, nor all from which it is worked out.`,
    ]
  if (waitS === null || secondGapS === null)
    return [`The street was back at ${seconds(gridBackS)}; the log does not show the house on it again.`]
  const second =
    secondGapS === 0
      ? `no second gap that a row of ${seconds(gapResolutionS)} shows`
      : `a second gap of ${seconds(secondGapS)}`
  return [`The house waited ${seconds(waitS)} before it joined the street again, with ${second}.`]
}

const pvWords = ({ where, t90AfterS, t10AfterS, beforeW }: PvRestart) =>
  `PV ${where === 'island' ? 'in the island' : 'after the return'} gave a tenth of its ${watts(beforeW)} after ${seconds(t10AfterS)}${
    t90AfterS === null ? ', and nine tenths not in the log' : ` and nine tenths after ${seconds(t90AfterS)}`
  }.`

function tripWords({ batteryW, overLimitS, downS, automatic, timeS }: LogTrip): string {
  const power = batteryW === null ? '' : ` at ${watts(batteryW)}`
  const above = overLimitS === null ? '' : `, ${seconds(overLimitS)} above the declared power`
  const back =
    downS === null
      ? 'It did not come back in the log'
      : `It was back after ${seconds(downS)}, ${automatic ? 'by itself' : 'started by hand'}`
  return `The source gave up${power} at ${seconds(timeS)}${above}. ${back}.`
}

function droopWords({ droop, regulationPercent, peakBatteryW }: LogAnalysis): string[] {
  if (droop === null || peakBatteryW === null) return []
  return [
    `In the island the voltage fell by ${formatNumber(droop.vPerKw, 2)} V and the frequency by ${droop.hzPerKw.toFixed(3)} Hz a kilowatt; at ${watts(peakBatteryW)} by ${numberOrOpen(regulationPercent, 2)} %.`,
  ]
}

function energyWords({ energy, withoutPv }: LogAnalysis): string[] {
  const parts = [
    [energy.loadKWh, 'used'],
    [withoutPv ? null : energy.pvKWh, 'from PV'],
    [energy.importKWh, 'from the street'],
    [energy.exportKWh, 'to the street'],
    [energy.chargedKWh, 'into the battery'],
    [energy.dischargedKWh, 'out of it'],
  ] as const
  const said = parts.flatMap(([value, words]) => (value === null ? [] : [`${kWh(value)} ${words}`]))
  const capacity =
    energy.apparentCapacityKWh === null ? [] : [`Apparent capacity of the battery: ${kWh(energy.apparentCapacityKWh)}.`]
  return [`${said.join(', ')}.`, ...capacity]
}

const percentSaid = (percent: number | null) =>
  percent === null ? 'an unknown charge' : `${formatNumber(percent, 3)} %`

function reserveWords({ reserve, gridLostS, withoutPv }: LogAnalysis): string[] {
  // in an outage the street is not there to carry anything
  if (reserve === null || reserve.transitions.length === 0 || gridLostS !== null) return []
  const changes = reserve.transitions.map(
    ({ to, socPercent, timeS }) =>
      `to the ${to === 'grid' ? 'street' : 'battery'} at ${percentSaid(socPercent)} (${seconds(timeS)})`,
  )
  const pv = withoutPv ? ' PV was not logged and is taken as none here; where there is some, look again.' : ''
  return [`The house changed over ${changes.join(', ')}.${pv}`]
}

/** What a log shows, as sentences: the outage first, then what the house drew and gave. */
export const logSentences = (analysis: LogAnalysis): string[] => [
  ...gapWords(analysis),
  ...analysis.trips.map(tripWords),
  ...returnWords(analysis),
  ...analysis.pvRestart.map(pvWords),
  ...droopWords(analysis),
  ...reserveWords(analysis),
  ...energyWords(analysis),
  ...analysis.logGaps.map(
    ({ fromS, missingRows }) =>
      `${missingRows} row${missingRows === 1 ? ' is' : 's are'} missing after ${seconds(fromS)}.`,
  ),
]

export const TEST_WORDS: Readonly<Record<JudgedLogTest['kind'], string>> = {
  surplus: 'surplus charges',
  cover: 'load is covered',
  forcedCharge: 'charges as commanded',
  forcedDischarge: 'discharges as commanded',
}

/** Why a working test with figures is Open all the same. */
function whyOpen(kind: JudgedLogTest['kind'], pvW: number, loadW: number): string {
  if (kind === 'surplus' && pvW <= loadW) return 'There was no surplus to charge with.'
  if (kind === 'cover' && loadW <= pvW) return 'The load was not above PV.'
  return `The ${kind === 'surplus' ? 'charging' : 'discharging'} limit is not in the plan, so nobody can say whether the battery could have done more.`
}

/** What a working test came to, in one sentence with its numbers. */
export function testSentence(test: JudgedLogTest): string {
  if ('reachedW' in test) {
    if (test.reachedW === null || test.reachedPercent === null) return 'Too short, with holes, or without a set power.'
    const after = test.reachedAfterS === null ? 'never held it' : `reached after ${seconds(test.reachedAfterS)}`
    return `${watts(test.reachedW)}, ${formatNumber(test.reachedPercent, 3)} % of what was set; ${after}.`
  }
  if (!('residualW' in test) || test.pvW === null || test.loadW === null || test.batteryW === null)
    return 'Too short after half a minute of settling, more than one row in twenty is missing, or one of PV, load, battery and street was not logged.'
  const street = test.kind === 'surplus' ? 'went to the street' : 'came from the street'
  const left = test.residualW === null ? '' : ` ${watts(test.residualW)} ${street} in the worst minute.`
  const bound =
    test.limitedBy === null
      ? ''
      : ` The battery stood at its declared ${test.limitedBy === 'chargeLimit' ? 'charging' : 'discharging'} limit.`
  const open = test.verdict === 'open' ? ` ${whyOpen(test.kind, test.pvW, test.loadW)}` : ''
  return `PV ${watts(test.pvW)}, load ${watts(test.loadW)}, battery ${watts(test.batteryW)}.${left}${bound}${open}`
}
