import type { Installation } from '../../installation/installation'
import type { RulePack } from '../../rules/rulePack'
import type { EnergisingStep, ExpectedReading } from '../../wiring/energisingOrder'
import { graphOf, hasWiring, orderOf } from '../../wiring/wiringOfInstallation'
import { type Check, type ChecksDeclaration, checksFamily } from '../checks'
import { spokenId } from '../quickLine'

/** Steps up to the boards; the switches of single circuits are ticked only in a full test. */
const stepsOf = (installation: Installation): EnergisingStep[] =>
  hasWiring(installation)
    ? orderOf(graphOf(installation, 'wired')).steps.filter(
        ({ stage }) => installation.testDepth === 'full' || stage !== 'circuits',
      )
    : []

/** The limits of a voltage that must be live, or must be dead. */
function voltageLimits(live: boolean, { nominalV, limits: { liveVoltageShare, deadVoltageMax } }: RulePack) {
  if (!live) return { most: deadVoltageMax, from: 'dead' }
  const quoted = (value: number) => ({ value, basis: liveVoltageShare.basis })
  return {
    least: quoted(nominalV * (1 - liveVoltageShare.value)),
    most: quoted(nominalV * (1 + liveVoltageShare.value)),
    from: `${nominalV} V ± ${liveVoltageShare.value * 100} %`,
  }
}

const voltageChecks = (step: EnergisingStep, { node, name, phases, live }: ExpectedReading, pack: RulePack): Check[] =>
  (live ? phases : phases.slice(0, 1)).map((phase) => ({
    id: `${node} ${phase}`,
    label: `${name}, ${live ? `${phase} to neutral` : 'still dead'}`,
    path: ['live', spokenId(step.key), spokenId(node), ...(live && phases.length > 1 ? [phase.toLowerCase()] : [])],
    asks: { kind: 'figure', unit: 'V', measures: 'voltage', ...voltageLimits(live, pack) },
  }))

const checksOf = (step: EnergisingStep, pack: RulePack): Check[] => [
  ...(step.action === null
    ? []
    : [
        {
          id: 'done',
          label: step.action,
          path: ['live', spokenId(step.key)],
          asks: { kind: 'yes', no: 'Not done. The next step waits for it.' },
        } satisfies Check,
      ]),
  ...step.readings.flatMap((reading) => voltageChecks(step, reading, pack)),
]

/** W-7: the way from dead to live, one switch at a time, with what must read what before the next. */
const ENERGISING = {
  place: 'goingLive',
  view: 'wire.order',
  precedes: [],
  restsOn: ['inverter', 'battery', 'gateway', 'isolator', 'meter'],
  proves: [],
  code: 'W-7',
  key: ({ key }) => `wire.live.${key}`,
  text: (step) => ({
    subject: step.device ?? step.key,
    label: step.sentence,
    why: 'One switch at a time, and the instrument before the hand.',
  }),
  checks: checksOf,
} as const satisfies Partial<ChecksDeclaration<EnergisingStep>>

/** The step before the first switch: everything is proven dead, and nothing has to be released for that. */
export const provenDead = checksFamily<EnergisingStep>({
  ...ENERGISING,
  id: 'provenDead',
  waitsFor: null,
  things: (installation) => stepsOf(installation).filter(({ stage }) => stage === 'dead'),
})

/** Every step that makes something live. */
export const energisingSteps = checksFamily<EnergisingStep>({
  ...ENERGISING,
  id: 'energisingSteps',
  waitsFor: 'firstLive',
  things: (installation) => stepsOf(installation).filter(({ stage }) => stage !== 'dead'),
})

/** The point of a step, whichever of the two families it belongs to. */
export const energisingKey = ENERGISING.key
