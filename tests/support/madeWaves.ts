import type { AnalogChannel, Recording } from '@/core/outage/recording'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePack } from '@/core/rules/rulePack'
import { dice } from './dice'

const TURN = 2 * Math.PI
const radians = (deg: number) => (deg * Math.PI) / 180
/** Angle in degrees within −180…180. */
export const turned = (deg: number) => deg - 360 * Math.round(deg / 360)

/** Chance that is the same in every run: shares, ranges and picks. */
export function chance(seed: number) {
  const roll = dice(seed)
  for (let k = 0; k < 3; k++) roll(2)
  const share = () => roll(1_000_000) / 1_000_000
  return {
    share,
    between: (from: number, to: number) => from + (to - from) * share(),
    oneOf: <T>(list: readonly T[]): T => list[roll(list.length)] as T,
    /** About normal, of spread one. */
    noise: () => share() + share() + share() + share() + share() + share() - 3,
  }
}
export type Chance = ReturnType<typeof chance>

/** A steady supply: its size, its frequency as it settles, and its harmonics in shares of the fundamental. */
export interface Supply {
  rmsV: number
  hz: number
  /** Added to the frequency at first, and gone with this time constant. */
  offHz: number
  settlesS: number
  harmonics: readonly { order: number; share: number; rad: number }[]
  /** Added to the size at first, as a share, and gone with this time constant. */
  overshoot: number
  calmsS: number
}

/** Phase in rad that a supply has gone through, so long after it began. */
export const phaseAfter = ({ hz, offHz, settlesS }: Supply, s: number) =>
  TURN * (hz * s + offHz * settlesS * (1 - Math.exp(-s / settlesS)))

/** Frequency of a supply so long after it began. */
export const hzAfter = ({ hz, offHz, settlesS }: Supply, s: number) => hz + offHz * Math.exp(-s / settlesS)

/** Volts of a supply at a phase of its fundamental, so long after it began. */
export function voltsAt({ rmsV, harmonics, overshoot, calmsS }: Supply, rad: number, s: number): number {
  let shape = Math.sin(rad)
  for (const { order, share, rad: own } of harmonics) shape += share * Math.sin(order * rad + own)
  return Math.SQRT2 * rmsV * (1 + overshoot * Math.exp(-s / calmsS)) * shape
}

/** Distortion of a supply up to an order, in %. */
export const thdPercentOf = ({ harmonics }: Supply, upTo: number) =>
  100 * Math.sqrt(harmonics.filter(({ order }) => order <= upTo).reduce((sum, { share }) => sum + share * share, 0))

/** RMS of a supply that has calmed, its harmonics included. */
export const rmsOf = ({ rmsV, harmonics }: Supply) =>
  rmsV * Math.sqrt(1 + harmonics.reduce((sum, { share }) => sum + share * share, 0))

/** Frames that a recording is made in. */
export interface Frame {
  nominalV: number
  nominalHz: number
  rateHz: number
  seconds: number
  /** Spread of the recorder's noise in volts, its offset, and the step of its converter. */
  noiseV: number
  offsetV: number
  stepV: number
}

/** One channel of a frame, from its volts at each moment. */
export function madeChannel(id: string, frame: Frame, luck: Chance, voltsAtS: (s: number) => number): AnalogChannel {
  const { rateHz, seconds, noiseV, offsetV, stepV } = frame
  const samples = Float64Array.from({ length: Math.round(seconds * rateHz) }, (_, k) => {
    const volts = voltsAtS(k / rateHz) + offsetV + (noiseV > 0 ? noiseV * luck.noise() * Math.SQRT2 : 0)
    return stepV > 0 ? Math.round(volts / stepV) * stepV : volts
  })
  return { id, unit: id.startsWith('i') ? 'A' : 'V', samples, phase: null, skewS: 0, missingRows: [], holes: [] }
}

/** A recording of channels of one frame, as a reader gives it. */
export function madeRecording({ rateHz, nominalHz, seconds }: Frame, analog: AnalogChannel[]): Recording {
  return {
    form: 'comtrade',
    sampleRateHz: rateHz,
    rates: [{ rateHz, lastRow: Math.round(seconds * rateHz) }],
    timesS: null,
    nominalHz,
    analog,
    status: [],
    ignored: [],
    missingStamps: [],
    startedAt: null,
  }
}

/** A street or an island as they are met: within a few per cent of nominal, odd harmonics, a little off its frequency. */
export function supplyBy(
  luck: Chance,
  { nominalV, nominalHz }: Pick<Frame, 'nominalV' | 'nominalHz'>,
  kind: 'street' | 'island',
): Supply {
  const island = kind === 'island'
  return {
    rmsV: nominalV * luck.between(0.97, 1.04),
    hz: nominalHz + luck.between(-0.06, 0.06),
    offHz: island ? luck.between(-0.45, 0.45) : 0,
    settlesS: luck.between(0.25, 0.8),
    harmonics: [3, 5, 7, 11].map((order) => ({
      order,
      share: luck.between(0, island ? 0.02 : 0.015),
      rad: radians(luck.between(-180, 180)),
    })),
    overshoot: island ? luck.between(0, 0.12) : 0,
    calmsS: luck.between(0.03, 0.12),
  }
}

/** A frame, two supplies and the moment at which the house's wave began, as one seed has them. */
export interface Scene {
  luck: Chance
  pack: RulePack
  frame: Frame
  street: Supply
  island: Supply
  /** Volts of the street at a moment of the recording, lagging by an angle. */
  streetV: (s: number, lagDeg?: number) => number
  /** Volts of the island from a moment on, whose phase then leads the street's by an angle. */
  islandFrom: (s: number, jumpDeg: number) => (s: number, lagDeg?: number) => number
  /** A moment at which a sample is taken. */
  onSample: (s: number) => number
}

const RATES_HZ = [2500, 3200, 3840, 4000, 5000, 6400, 7680, 8000, 10_000, 12_800]
const PACKS = [RULE_PACKS['iec-1ph-230'], RULE_PACKS['iec-3ph-400'], RULE_PACKS['na-split-240']]

export function sceneOf(seed: number): Scene {
  const luck = chance(seed)
  const pack = luck.oneOf(PACKS)
  const frame: Frame = {
    nominalV: pack.nominalV,
    nominalHz: pack.nominalHz,
    rateHz: luck.oneOf(RATES_HZ),
    seconds: 4,
    noiseV: luck.oneOf([0, 0.1, 0.5]),
    offsetV: luck.oneOf([0, luck.between(-4, 4)]),
    stepV: luck.oneOf([0, 0.0125, 0.05]),
  }
  const street = supplyBy(luck, frame, 'street')
  const island = supplyBy(luck, frame, 'island')
  const beganRad = luck.between(0, TURN)
  const streetRad = (s: number) => beganRad + phaseAfter(street, s)
  const CALM_S = 99
  return {
    luck,
    pack,
    frame,
    street,
    island,
    streetV: (s, lagDeg = 0) => voltsAt(street, streetRad(s) - radians(lagDeg), CALM_S),
    islandFrom: (fromS, jumpDeg) => {
      const atFirst = streetRad(fromS) + radians(jumpDeg)
      return (s, lagDeg = 0) => voltsAt(island, atFirst + phaseAfter(island, s - fromS) - radians(lagDeg), s - fromS)
    },
    onSample: (s) => Math.round(s * frame.rateHz) / frame.rateHz,
  }
}
