import { type FallOfPotential, type FallOfPotentialLimits, fallOfPotential } from '../../earthing/fallOfPotential'
import type { ElectrodeMethod } from '../../installation/installation'
import { formatNumber } from '../../quantity/formatQuantity'
import { percentOrOpen } from '../../quantity/orOpen'
import type { Slot } from '../point'
import type { SlotReadings } from '../slotReadings'

/** What a method's readings come to, and what is to be said of them. */
export interface MeasuredElectrode extends FallOfPotential {
  /** What the readings show, or what is still missing; continued with what the target says once there is a resistance that counts. */
  said: string
  /** Whether the sentence ends there: nothing is held against the target yet. */
  isUnfinished: boolean
}

/** One way to read an electrode: what it asks for, which reading is the resistance, and what makes it sound. */
export interface MeasuringMethod {
  /** Slots after the clamp reading, with the word of the quick line that ends their path. */
  slots: readonly (Pick<Slot, 'id' | 'label' | 'input'> & { word: string })[]
  /** Readings for which the electrode's conductor is parted. */
  probed: readonly string[]
  /** The slot whose reading is the electrode's resistance. */
  ohmSlot: string
  measure: (slots: SlotReadings, clampA: number | null, limits: FallOfPotentialLimits) => MeasuredElectrode
}

const OHM = { kind: 'quantity', unit: 'Ω', measures: 'electrodeResistance' } as const
const YES_NO = { kind: 'word', words: { yes: ['yes', 'y'], no: ['no', 'n'] } } as const
/** How far beyond its neighbours the reading at the place may lie before it is taken for a slip. */
const SLIP = 0.05

const threePoint: MeasuringMethod = {
  slots: [
    { id: 'r52', label: 'Probe at 52 %', word: '52', input: OHM },
    { id: 'r618', label: 'Probe at 61.8 %', word: '62', input: OHM },
    { id: 'r72', label: 'Probe at 72 %', word: '72', input: OHM },
  ],
  probed: ['r52', 'r618', 'r72'],
  ohmSlot: 'r618',
  measure: (slots, clampA, limits) => {
    const found = fallOfPotential(
      {
        method: '61.8',
        r52Ohm: slots.number('r52'),
        r618Ohm: slots.number('r618'),
        r72Ohm: slots.number('r72'),
        electrodeOpened: true,
        clampA,
      },
      limits,
    )
    const { maxDeviationPercent = null, verdict } = found
    if (maxDeviationPercent === null)
      return {
        ...found,
        isUnfinished: true,
        said:
          verdict === 'stop'
            ? 'Readings of zero or less are not an electrode.'
            : 'Three readings are needed: probe at 52, 61.8 and 72 % of the distance.',
      }
    const spread = `The three readings lie within ${formatNumber(maxDeviationPercent, 2)} % of their mean`
    return verdict === 'watch'
      ? {
          ...found,
          isUnfinished: true,
          said: `${spread}: the probe stood inside the resistance area. Move it out and repeat.`,
        }
      : { ...found, isUnfinished: false, said: spread }
  },
}

/** Whether what was read at the place can be, beside the readings around it: the curve only rises from the electrode outwards. */
const isBetween = (ohm: number, r1Ohm: number, r2Ohm: number, r3Ohm: number): boolean =>
  ohm >= r1Ohm * (1 - SLIP) && ohm <= (r3Ohm + (r3Ohm - r2Ohm)) * (1 + SLIP)

const placeWords = ({ probeRatio, probeDistanceM }: FallOfPotential): string =>
  `${percentOrOpen(probeRatio, 3)}${probeDistanceM == null ? '' : `, ${formatNumber(probeDistanceM, 3)} m`}`

const slope: MeasuringMethod = {
  slots: [
    { id: 'distance', label: 'Current probe at', word: 'm', input: { kind: 'quantity', unit: 'm', measures: null } },
    { id: 'r20', label: 'Probe at 20 %', word: '20', input: OHM },
    { id: 'r40', label: 'Probe at 40 %', word: '40', input: OHM },
    { id: 'r60', label: 'Probe at 60 %', word: '60', input: OHM },
    { id: 'rTrue', label: 'At the place that the slope says', word: 'true', input: OHM },
  ],
  probed: ['r20', 'r40', 'r60', 'rTrue'],
  ohmSlot: 'rTrue',
  measure: (slots, clampA, limits) => {
    const [r1Ohm, r2Ohm, r3Ohm] = [slots.number('r20'), slots.number('r40'), slots.number('r60')]
    const currentProbeM = slots.number('distance')
    const found = fallOfPotential(
      { method: 'slope', r1Ohm, r2Ohm, r3Ohm, currentProbeM, electrodeOpened: true, clampA },
      limits,
    )
    const open = (said: string): MeasuredElectrode => ({ ...found, verdict: 'open', isUnfinished: true, said })
    if (r1Ohm === null || r2Ohm === null || r3Ohm === null)
      return open('Read at 20, 40 and 60 % of the distance to the current probe, the same way each time.')
    if (found.slopeMu == null) return open('The readings at 20 and 40 % are the same: there is no slope. Read again.')
    const slopeText = `Slope ${formatNumber(found.slopeMu, 3)}`
    if (found.probeRatio == null)
      return open(
        `${slopeText}, outside 0.4 to 1.59: the distance is too short. Move the current probe out and read again.`,
      )
    const resistanceOhm = slots.number('rTrue')
    if (resistanceOhm === null)
      return open(`${slopeText}: put the probe at ${placeWords(found)}. What it reads there is the resistance.`)
    if (currentProbeM === null) return open(`${slopeText}. How far out the current probe stood is not said.`)
    if (!isBetween(resistanceOhm, r1Ohm, r2Ohm, r3Ohm))
      return open(
        'What was read at the place does not lie among the three readings: the probe stood elsewhere, or a figure is wrong. Read again.',
      )
    return { ...found, resistanceOhm, isUnfinished: false, said: `${slopeText}, read at ${placeWords(found)}` }
  },
}

const clampOn: MeasuringMethod = {
  slots: [
    { id: 'loop', label: 'Clamp-on reading, conductor closed', word: 'loop', input: OHM },
    { id: 'parallel', label: 'Does another earth close the loop?', word: 'parallel', input: YES_NO },
    { id: 'supplier', label: 'Is the supplier’s earth connected?', word: 'supplier', input: YES_NO },
  ],
  probed: [],
  ohmSlot: 'loop',
  measure: (slots, clampA, limits) => {
    const said = (slot: string) => {
      const word = slots.word(slot)
      return word === null ? null : word === 'yes'
    }
    const [parallelPath, supplierEarthConnected] = [said('parallel'), said('supplier')]
    const readingOhm = slots.number('loop')
    const found = fallOfPotential(
      { method: 'clamp', readingOhm, parallelPath, supplierEarthConnected, electrodeOpened: false, clampA },
      limits,
    )
    if (parallelPath === false || supplierEarthConnected === false)
      return {
        ...found,
        isUnfinished: true,
        said: 'A clamp-on reading needs a loop closed through the supplier’s earth: without it the meter reads nothing of the electrode. Measure with probes.',
      }
    if (found.valid !== true || readingOhm === null)
      return { ...found, isUnfinished: true, said: 'Read with the conductor closed, and say what closes the loop.' }
    if (readingOhm <= 0)
      return { ...found, verdict: 'stop', isUnfinished: true, said: 'A reading of zero or less is not an electrode.' }
    return {
      ...found,
      isUnfinished: false,
      said: 'The loop through electrode and street, which is weak evidence of the electrode alone',
    }
  },
}

/** Every way to read an electrode (E-3). */
export const MEASURING_METHODS: Readonly<Record<ElectrodeMethod, MeasuringMethod>> = { threePoint, slope, clampOn }

export const METHOD_WORDS: Readonly<Record<ElectrodeMethod, string>> = {
  threePoint: 'three readings with probes',
  slope: 'slope method, where there is little room',
  clampOn: 'clamp-on meter, conductor closed',
}

/** Slots that hold an electrode's resistance, by whatever method it was read. */
export const OHM_SLOTS: readonly string[] = Object.values(MEASURING_METHODS).map(({ ohmSlot }) => ohmSlot)
