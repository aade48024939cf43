import type { Installation } from '../../installation/installation'
import type { RulePack } from '../../rules/rulePack'
import type { EnergisingStep, ExpectedReading } from '../../wiring/energisingOrder'
import { NEUTRAL } from '../../wiring/installationGraph'
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

const EARTH = 'PE'

/** Every pole with every other and with earth. */
function polePairs(phases: readonly string[]): [string, string][] {
  const poles = [...phases, NEUTRAL, EARTH]
  return poles.flatMap((one, k) => poles.slice(k + 1).map((other): [string, string] => [one, other]))
}

const POLE_WORDS: Readonly<Record<string, string>> = { [NEUTRAL]: 'neutral', [EARTH]: 'earth' }
const poleWord = (pole: string, { words }: RulePack) => (pole === EARTH ? words.earth : (POLE_WORDS[pole] ?? pole))
const spoken = (...poles: string[]) => spokenId(poles.join(''))

/** Where a check is made, and how it is called. */
const at = (step: EnergisingStep, { node }: ExpectedReading, ...more: string[]) => [
  'live',
  spokenId(step.key),
  spokenId(node),
  ...more,
]

/** Limits of a voltage that must be there, around its nominal one. */
function liveLimits(volts: number, { limits: { liveVoltageShare } }: RulePack) {
  const quoted = (value: number) => ({ value, basis: liveVoltageShare.basis })
  return {
    least: quoted(volts * (1 - liveVoltageShare.value)),
    most: quoted(volts * (1 + liveVoltageShare.value)),
    from: `${volts} V ± ${liveVoltageShare.value * 100} %`,
  }
}

const deadLimits = ({ limits: { deadVoltageMax } }: RulePack) => ({ most: deadVoltageMax, from: 'dead' })

/** Proving dead: every pole to every other and to earth. */
const deadChecks = (step: EnergisingStep, reading: ExpectedReading, pack: RulePack): Check[] =>
  polePairs(reading.phases).map(([one, other]) => ({
    id: `${reading.node} ${one}-${other}`,
    label: `${reading.name}, ${one} to ${poleWord(other, pack)}`,
    path: at(step, reading, spoken(one, other)),
    asks: { kind: 'figure', unit: 'V', measures: 'voltage', ...deadLimits(pack) },
  }))

/** Between two lines: on three phases, or on two legs that have to differ. */
const lineToLine = (step: EnergisingStep, reading: ExpectedReading, pack: RulePack): Check[] =>
  polePairs(reading.phases)
    .filter(([, other]) => other !== NEUTRAL && other !== EARTH)
    .filter(([one]) => one !== NEUTRAL)
    .map(([one, other]) => ({
      id: `${reading.node} ${one}-${other}`,
      label: `${reading.name}, ${one} to ${other}`,
      path: at(step, reading, spoken(one, other)),
      asks: { kind: 'figure', unit: 'V', measures: 'voltage', ...liveLimits(pack.supplyV, pack) },
    }))

const ROTATION = {
  right: { typed: ['right', 'clockwise', 'yes'], verdict: 'proven', says: 'Phase rotation right.' },
  left: {
    typed: ['left', 'reversed', 'no'],
    verdict: 'stop',
    says: 'Phase rotation is left: three-phase motors run backwards. Put it right before the next switch.',
  },
} as const

const rotation = (step: EnergisingStep, reading: ExpectedReading): Check[] =>
  reading.phases.length < 3
    ? []
    : [
        {
          id: `${reading.node} rotation`,
          label: `${reading.name}, phase rotation`,
          path: at(step, reading, 'rotation'),
          asks: { kind: 'word', answers: ROTATION },
        },
      ]

/** A place that has come alive: every line to neutral, the lines to each other, and their rotation. */
const liveChecks = (step: EnergisingStep, reading: ExpectedReading, pack: RulePack): Check[] => [
  ...reading.phases.map((phase): Check => ({
    id: `${reading.node} ${phase}`,
    label: `${reading.name}, ${phase} to neutral`,
    path: at(step, reading, ...(reading.phases.length > 1 ? [phase.toLowerCase()] : [])),
    asks: { kind: 'figure', unit: 'V', measures: 'voltage', ...liveLimits(pack.nominalV, pack) },
  })),
  ...lineToLine(step, reading, pack),
  ...rotation(step, reading),
]

/** The next place, which must still be dead: the highest voltage on it. */
const stillDead = (step: EnergisingStep, reading: ExpectedReading, pack: RulePack): Check[] => [
  {
    id: `${reading.node} ${reading.phases[0] ?? ''}`,
    label: `${reading.name}, still dead`,
    path: at(step, reading),
    asks: { kind: 'figure', unit: 'V', measures: 'voltage', ...deadLimits(pack) },
  },
]

/** A tester that has died reads 0 V on everything: it is proven on a known source before and after. */
const testerProven = (step: EnergisingStep, when: 'before' | 'after'): Check => ({
  id: `tester ${when}`,
  label: `Tester proven on a known source ${when}`,
  path: ['live', spokenId(step.key), 'tester', when],
  asks: { kind: 'yes', no: 'The tester does not show a known source: it proves nothing dead. Take another.' },
})

function voltageChecks(step: EnergisingStep, reading: ExpectedReading, pack: RulePack): Check[] {
  if (reading.live) return liveChecks(step, reading, pack)
  return step.stage === 'dead' ? deadChecks(step, reading, pack) : stillDead(step, reading, pack)
}

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
  ...(step.stage === 'dead' ? [testerProven(step, 'before')] : []),
  ...step.readings.flatMap((reading) => voltageChecks(step, reading, pack)),
  ...(step.stage === 'dead' ? [testerProven(step, 'after')] : []),
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
