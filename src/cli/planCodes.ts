import type { InferType } from 'yup'
import { type KnownSystem, autonomy, isKnownSystem } from '@/core/plan/autonomy'
import { boardRating } from '@/core/plan/boardRating'
import { cable } from '@/core/plan/cable'
import { changeoverLoad } from '@/core/plan/changeoverLoad'
import { chargeWindow } from '@/core/plan/chargeWindow'
import { askTheMaker } from '@/core/plan/declaredData'
import { deviceSize } from '@/core/plan/deviceSize'
import { importCapacity } from '@/core/plan/importCapacity'
import { type RungObserved, type StopLimits, ladderStop } from '@/core/plan/ladderStop'
import { loadLadder } from '@/core/plan/loadLadder'
import { motorStart } from '@/core/plan/motorStart'
import { acPvInIsland, dcPv } from '@/core/plan/pvInIsland'
import { runtime } from '@/core/plan/runtime'
import { type Tariff, pricesOf } from '@/core/plan/tariff'
import { kneeOf } from '@/core/plan/sizeCurve'
import { selfConsumptionOfYear } from '@/core/plan/selfConsumption'
import { sourceSideDevice } from '@/core/plan/sourceSideDevice'
import { sourceLimits } from '@/core/plan/sourceLimits'
import { twoControllers } from '@/core/plan/twoControllers'
import type { YearProfile } from '@/core/plan/yearProfile'
import { RULE_PACKS } from '@/core/rules/packs'
import { type RulePackId } from '@/core/rules/rulePack'
import { type CalcCode, calc, checked } from './inputFields'
import { readPriceFile, readProfileFile } from './readProfileFile'
import { p8, p1, p2, p3, p4, p5, p6, p7, p9 } from './planSchemas'
import { p10kind, p10ac, p10dc, p11, p12, p13, p14, p15, t14 } from './planSchemasPv'

/** Takes the profile of a P-8 or P-14 input from the file it names. */
function withProfile<T extends { profileCsv: string }, R>(
  { profileCsv, ...system }: T,
  run: (profile: YearProfile, system: Omit<T, 'profileCsv'>) => R,
): R {
  const read = readProfileFile(profileCsv)
  if (!read.ok) throw new RangeError(`profileCsv: ${profileCsv}: ${read.error.message}`)
  return run(read.value, system)
}

type BooksInput = Omit<InferType<typeof p14>, 'profileCsv'>

/** The tariff of a P-14 input: a flat price, two rates, or the file it names. */
function tariffOfInput({ importPrice, twoRate, priceCsv, exportPrice }: BooksInput): Tariff {
  if (twoRate !== null) return { kind: 'twoRate', ...twoRate, exportPrice }
  if (priceCsv === null) return { kind: 'flat', importPrice: importPrice ?? 0, exportPrice }
  const read = readPriceFile(priceCsv)
  if (!read.ok) throw new RangeError(`priceCsv: ${priceCsv}: ${read.error.message}`)
  return { kind: 'file', prices: read.value, exportPrice }
}

/** P-14 as the command line asks it: one system, or the knee over sizes. */
function booksOfYear(profile: YearProfile, input: BooksInput): unknown {
  const { importPrice: _price, twoRate: _rates, priceCsv: _file, exportPrice: _sold, sizes, ...system } = input
  const prices = pricesOf(tariffOfInput(input), profile.stepH)
  if (sizes === null)
    return isKnownSystem(system) ? selfConsumptionOfYear(profile, system, prices) : { verdict: 'open' }
  const points = (sizes as Pick<KnownSystem, 'capacityWh' | 'chargeLimitW' | 'dischargeLimitW'>[]).map((size) => ({
    capacityWh: size.capacityWh,
    ...selfConsumptionOfYear(profile, { ...system, ...size }, prices),
  }))
  return { points, kneeCapacityWh: kneeOf(points)?.capacityWh ?? null }
}

/** The planning calculations, and the load ladder of the test day. */
export const PLAN_CODES: Readonly<Record<string, CalcCode>> = {
  'P-1': calc('import capacity', p1, (input) => importCapacity(input as Parameters<typeof importCapacity>[0])),
  'P-2': calc('continuous load and device size', p2, (input) => deviceSize(input as Parameters<typeof deviceSize>[0])),
  'P-3': calc('board rating with sources', p3, (input) => boardRating(input as Parameters<typeof boardRating>[0])),
  'P-4': calc('source limits in island mode', p4, (input) => sourceLimits(input as Parameters<typeof sourceLimits>[0])),
  'P-5': calc('motor start', p5, ({ pack: packId, ...input }) =>
    motorStart(input as Parameters<typeof motorStart>[0], RULE_PACKS[packId as RulePackId].limits),
  ),
  'P-6': calc('load at the moment of changeover', p6, (input) =>
    changeoverLoad(input as Parameters<typeof changeoverLoad>[0]),
  ),
  'P-7': calc('runtime', p7, (input) => runtime(input)),
  'P-8': calc('autonomy over a year; profileCsv is a path', p8, (input) =>
    withProfile(input, (profile, system) => autonomy(profile, system)),
  ),
  'P-9': calc('charge window', p9, (input) => chargeWindow(input)),
  'P-10': {
    about: 'PV in island mode',
    run: (input) => {
      const { kind } = checked(p10kind, input)
      return kind === 'ac'
        ? acPvInIsland(checked(p10ac, input) as Parameters<typeof acPvInIsland>[0])
        : dcPv(checked(p10dc, input))
    },
  },
  'P-11': calc('cable', p11, (input) => cable(input as Parameters<typeof cable>[0])),
  'P-12': calc('source-side device', p12, (input) => sourceSideDevice(input as Parameters<typeof sourceSideDevice>[0])),
  'P-13': calc('two battery controllers', p13, (input) =>
    twoControllers(input as Parameters<typeof twoControllers>[0]),
  ),
  'P-14': calc(
    'self-consumption and value of a year, and the knee over sizes; profileCsv and priceCsv are paths',
    p14,
    (input) => withProfile(input, booksOfYear),
  ),
  'P-15': calc('declared data: what to ask the maker', p15, ({ things, declared }) =>
    askTheMaker(things as Parameters<typeof askTheMaker>[0], declared as Parameters<typeof askTheMaker>[1]),
  ),
  'T-14': calc('load ladder', t14, ({ observed, stopLimits, promisedW, ...input }) => {
    const ladder = loadLadder(input as Parameters<typeof loadLadder>[0])
    if (observed === null || stopLimits === null) return ladder
    const seen = observed as RungObserved[]
    return {
      ...ladder,
      stop: ladderStop(ladder.rungs, seen, stopLimits as StopLimits, { promisedW, nightLimitW: input.nightLimitW }),
    }
  }),
}
