import { autonomy } from '@/core/plan/autonomy'
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
import { pricesOf, selfConsumptionOfYear } from '@/core/plan/selfConsumption'
import { sourceSideDevice } from '@/core/plan/sourceSideDevice'
import { sourceLimits } from '@/core/plan/sourceLimits'
import { twoControllers } from '@/core/plan/twoControllers'
import type { YearProfile } from '@/core/plan/yearProfile'
import { RULE_PACKS } from '@/core/rules/packs'
import { type RulePackId } from '@/core/rules/rulePack'
import { type CalcCode, calc, checked } from './inputFields'
import { readProfileFile } from './readProfileFile'
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
  'P-14': calc('self-consumption and value of a year; profileCsv is a path', p14, (input) =>
    withProfile(input, (profile, { importPrice, exportPrice, capacityWh, dischargeLimitW, ...system }) => {
      if (capacityWh === null || dischargeLimitW === null) return { verdict: 'open' }
      return selfConsumptionOfYear(
        profile,
        { ...system, capacityWh, dischargeLimitW },
        pricesOf({ kind: 'flat', importPrice, exportPrice }, profile.stepH),
      )
    }),
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
