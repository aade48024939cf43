import type { Installation } from '../../installation/installation'
import type { RulePack } from '../../rules/rulePack'
import type { EnergisingStep, ExpectedReading } from '../../wiring/energisingOrder'
import { graphOf, hasWiring, orderOf } from '../../wiring/wiringOfInstallation'
import type { PointFamily } from '../point'
import { spokenId } from '../quickLine'
import { type Check, judgeChecks, slotOfCheck } from './checks'

/** What counts as live, as shares of the nominal voltage, and as dead, in volts. */
const LIVE = { least: 0.9, most: 1.1 } as const
const DEAD_MOST_V = 10

const keyOf = (step: EnergisingStep) => `wire.live.${step.key}`

/** Steps up to the boards; the switches of single circuits are ticked only in a full test. */
const stepsOf = (installation: Installation): EnergisingStep[] =>
  hasWiring(installation)
    ? orderOf(graphOf(installation, 'wired')).steps.filter(
        ({ stage }) => installation.testDepth === 'full' || stage !== 'circuits',
      )
    : []

const figureOf = (
  step: EnergisingStep,
  { node, name, phases, live }: ExpectedReading,
  { nominalV }: RulePack,
): Check[] =>
  (live ? phases : phases.slice(0, 1)).map((phase) => ({
    id: `${node} ${phase}`,
    label: `${name}, ${live ? `${phase} to neutral` : 'still dead'}`,
    path: ['live', spokenId(step.key), spokenId(node), ...(live && phases.length > 1 ? [phase.toLowerCase()] : [])],
    asks: {
      kind: 'figure',
      unit: 'V',
      measures: 'voltage',
      ...(live
        ? { least: nominalV * LIVE.least, most: nominalV * LIVE.most, from: `${nominalV} V ± 10 %` }
        : { most: DEAD_MOST_V, from: 'dead' }),
    },
  }))

const checksOf = (step: EnergisingStep, pack: RulePack): Check[] => [
  ...(step.device === null
    ? []
    : [
        {
          id: 'done',
          label: step.sentence.split(':')[0] ?? step.sentence,
          path: ['live', spokenId(step.key)],
          asks: { kind: 'yes', no: 'Not done. The next step waits for it.' },
        } satisfies Check,
      ]),
  ...step.readings.flatMap((reading) => figureOf(step, reading, pack)),
]

/** W-7: the way from dead to live, one switch at a time, with what must read what before the next. */
export const energisingSteps: PointFamily = {
  id: 'energisingSteps',
  derive: (installation, pack) =>
    stepsOf(installation).map((step) => ({
      key: keyOf(step),
      family: 'energisingSteps',
      stage: 'wire',
      subject: step.device ?? step.key,
      label: step.sentence,
      why: 'One switch at a time, and the instrument before the hand.',
      slots: checksOf(step, pack).map(slotOfCheck),
    })),
  judge: (point, context) => {
    const step = stepsOf(context.installation).find((one) => keyOf(one) === point.key)
    return judgeChecks(step ? checksOf(step, context.pack) : [], point, context, {
      code: 'W-7',
      basis: 'Energising order W-7; live is nominal ± 10 %, dead is 10 V at most on a low-impedance tester.',
    })
  },
}
