import * as yup from 'yup'
import { earthConductorCurrent } from '@/core/earthing/earthConductorCurrent'
import { type PlacedElectrode, electrodeArray } from '@/core/earthing/electrodeArray'
import { ELECTRODE_CONDUCTOR_WAYS, electrodeConductor } from '@/core/earthing/electrodeConductor'
import { MOST_RODS_IN_LINE, lineOfRodsOhm, rodsForTarget, spacingForTargetM } from '@/core/earthing/electrodeLine'
import { type Electrode, electrodeResistance, wennerSoilOhmM } from '@/core/earthing/electrodeResistance'
import { RULE_PACKS } from '@/core/rules/packs'
import {
  type CalcCode,
  accuracy,
  blank0,
  calc,
  checked,
  flag,
  known,
  least0,
  listOf,
  number,
  oneOf,
  pack,
  required,
  text,
} from './inputFields'

/** As many electrodes as one drawing takes; the equations grow with their square. */
const MOST_ELECTRODES = 100

const above0 = () => number().moreThan(0, '${path} must be above 0')
const size = () => above0().nullable().default(null)

const SIZES = {
  rod: { lengthM: size(), diameterM: size() },
  disc: { radiusM: size(), depthM: blank0() },
  conductor: { lengthM: size(), diameterM: size(), depthM: size() },
} as const
type ElectrodeKind = keyof typeof SIZES
const KINDS = Object.keys(SIZES) as ElectrodeKind[]
const kindOf = (value: unknown) => (value as { kind?: unknown } | null)?.kind

/** The sizes a kind has, with `more` fields beside them; another kind's sizes are left out. */
const electrode = (more: yup.ObjectShape, kinds: readonly string[] = KINDS) =>
  yup.lazy((value: unknown) => {
    const kind = kindOf(value)
    const sizes = KINDS.includes(kind as ElectrodeKind) ? SIZES[kind as ElectrodeKind] : {}
    return yup
      .object({ kind: oneOf(kinds), ...sizes, ...more })
      .noUnknown()
      .strict(false)
      .required(required)
  })

const wenner = yup.object({ spacingM: size(), readingOhm: blank0() })
const soilFirst = yup.object({ soilOhmM: blank0() })
const e1Kind = yup.object({ kind: oneOf([...KINDS, 'wenner']) })

function e1(input: unknown) {
  if (checked(e1Kind, input).kind === 'wenner') {
    const { spacingM, readingOhm } = checked(wenner, input)
    const soilOhmM = wennerSoilOhmM(spacingM, readingOhm)
    return {
      resistanceOhm: null,
      soilOhmM,
      formula: soilOhmM === null ? null : 'wenner',
      verdict: soilOhmM === null ? 'open' : null,
    }
  }
  const { soilOhmM } = checked(soilFirst, input)
  const one = checked(electrode({}) as unknown as yup.Schema<Electrode>, input)
  const found = electrodeResistance(one, soilOhmM)
  return found === null
    ? { resistanceOhm: null, soilOhmM: null, formula: null, verdict: 'open' }
    : { ...found, soilOhmM, verdict: null }
}

const array = yup.object({
  soilOhmM: blank0(),
  electrodes: listOf(
    electrode({ xM: number().required(required), yM: number().required(required) }) as never,
    MOST_ELECTRODES,
  ).required(required),
})
const count = () =>
  number()
    .integer('${path} must be a whole number')
    .min(1, '${path} must be 1 or more')
    .max(MOST_RODS_IN_LINE, `\${path} may be ${MOST_RODS_IN_LINE} at most`)
    .required(required)
const rod = yup.object({ lengthM: size(), diameterM: size() }).required(required)
const line = { soilOhmM: blank0(), rod }
const e2Line = yup.object({ ...line, count: count(), spacingM: above0().required(required) })
const e2HowMany = yup.object({ ...line, spacingM: above0().required(required), targetOhm: least0().required(required) })
const e2HowFar = yup.object({ ...line, count: count(), targetOhm: least0().required(required) })

const singleOf = ({ soilOhmM, rod: sizes }: { soilOhmM: number | null; rod: yup.InferType<typeof rod> }) => {
  const singleOhm = electrodeResistance({ kind: 'rod', ...sizes }, soilOhmM)?.resistanceOhm
  return singleOhm === undefined || soilOhmM === null ? null : { singleOhm, soilOhmM }
}
const OPEN_LINE = { singleOhm: null, totalOhm: null, verdict: 'open' }

const E2: Readonly<Record<string, (input: unknown) => unknown>> = {
  array: (input) => {
    const { electrodes, soilOhmM } = checked(array, input)
    const found = electrodeArray(electrodes as readonly PlacedElectrode[], soilOhmM)
    return found === null ? { totalOhm: null, verdict: 'open' } : { ...found, verdict: null }
  },
  line: (input) => {
    const asked = checked(e2Line, input)
    const single = singleOf(asked)
    if (single === null) return OPEN_LINE
    return { ...single, totalOhm: lineOfRodsOhm({ ...asked, ...single }), verdict: null }
  },
  howMany: (input) => {
    const asked = checked(e2HowMany, input)
    const single = singleOf(asked)
    if (single === null) return { ...OPEN_LINE, count: null, reached: null }
    const found = rodsForTarget({ ...asked, ...single })
    return {
      singleOhm: single.singleOhm,
      count: found?.count ?? null,
      totalOhm: found?.totalOhm ?? null,
      reached: found !== null,
      verdict: null,
    }
  },
  howFar: (input) => {
    const asked = checked(e2HowFar, input)
    const single = singleOf(asked)
    if (single === null) return { ...OPEN_LINE, spacingM: null, reached: null }
    const spacingM = spacingForTargetM({ ...asked, ...single })
    return { singleOhm: single.singleOhm, spacingM, reached: spacingM !== null, verdict: null }
  },
}
const e2Task = yup.object({ task: oneOf(Object.keys(E2)) })

const e11 = yup.object({
  currentA: blank0(),
  raOhm: blank0(),
  afterOffA: blank0(),
  instrument: accuracy(),
})

const e12 = yup.object({
  pack: pack(),
  size: text().nullable().default(null),
  way: oneOf(ELECTRODE_CONDUCTOR_WAYS),
  divertedNeutral: known(),
  supplyNeutralSize: text().nullable().default(null),
  bondingSize: text().nullable().default(null),
  rodsOnly: flag().nullable().default(false),
  factors: listOf(above0().required(required), 20).nullable().default(null),
  clampMaxA: blank0(),
  instrument: accuracy(),
  faultCurrentA: blank0(),
  faultS: blank0(),
  kFactor: size(),
})

/** The calculations of electrodes, their conductor and the current in it. */
export const GROUND_CODES: Readonly<Record<string, CalcCode>> = {
  'E-1': { about: 'resistance of one electrode, or of the soil by four probes', run: e1 },
  'E-2': {
    about: 'several electrodes joined, rods in a line, how many and how far apart',
    run: (input) => E2[checked(e2Task, input).task]?.(input),
  },
  'E-11': calc('current in the earth conductor', e11, (input) =>
    earthConductorCurrent(input, RULE_PACKS['iec-1ph-230'].limits),
  ),
  'E-12': calc('conductor of the electrode', e12, (input) =>
    electrodeConductor({
      ...input,
      factors: input.factors ?? [],
      rodsOnly: input.rodsOnly ?? false,
    } as Parameters<typeof electrodeConductor>[0]),
  ),
}
