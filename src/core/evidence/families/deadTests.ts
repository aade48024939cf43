import type { CableRun, Circuit } from '../../installation/installation'
import type { RulePack } from '../../rules/rulePack'
import { type Check, checksFamily } from '../checks'
import { type TheJob, THE_JOB } from '../family'
import { POLARITY } from './polarity'
import { RUN_ENDS, runAtComponent } from './runAtComponent'

/** W-4: everything that is tested before anything is live. */
const DEAD = {
  place: 'deadTests',
  view: 'wire.dead',
  precedes: ['firstLive.dead'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  code: 'W-4',
} as const

const insulation = (label: string, path: readonly string[], { limits }: RulePack): Check => ({
  id: 'insulation',
  label,
  path,
  asks: { kind: 'figure', unit: 'MΩ', measures: 'insulation', least: limits.insulationMin, from: 'the rule pack' },
})

const continuity = (label: string, path: readonly string[], { limits }: RulePack): Check => ({
  id: 'earth',
  label,
  path,
  asks: {
    kind: 'figure',
    unit: 'Ω',
    measures: 'continuity',
    most: limits.continuityMax,
    outside: 'watch',
    from: 'the working figure',
  },
})

/** What 500 V would destroy is out, before any insulation is read. */
export const deadPrepared = checksFamily<TheJob>({
  ...DEAD,
  id: 'deadPrepared',
  restsOn: ['inverter', 'battery', 'gateway', 'surge'],
  things: ({ runs, circuits }) => (runs.length + circuits.length === 0 ? [] : [THE_JOB]),
  key: () => 'wire.dead.prepared',
  text: () => ({
    subject: 'dead',
    label: 'Electronics and surge devices out before 500 V',
    why: '500 V destroys what is left connected, and what is left connected spoils the reading.',
  }),
  checks: () => [
    {
      id: 'out',
      label: 'Disconnected',
      path: ['electronics'],
      asks: {
        kind: 'word',
        answers: {
          out: { typed: ['out', 'yes'], verdict: 'proven', says: 'Out: tested at 500 V.' },
          low: { typed: ['low', '250'], verdict: 'proven', says: 'Surge devices stay in: tested at 250 V.' },
          in: {
            typed: ['in', 'no'],
            verdict: 'stop',
            says: 'Still connected. Take them out, or the test destroys them.',
          },
        },
      },
    },
  ],
})

export const deadRun = checksFamily<CableRun>({
  ...DEAD,
  id: 'deadRun',
  restsOn: RUN_ENDS,
  touches: runAtComponent,
  things: ({ runs }) => runs,
  key: ({ tag }) => `wire.dead.run.${tag}`,
  text: ({ tag, from, to }) => ({
    subject: tag,
    label: `${tag}: insulation and earth, ${from} → ${to}`,
    why: 'A nicked core or an earth left off shows here, or later in somebody’s hand.',
  }),
  checks: ({ tag }, pack) => [
    insulation('Insulation, all live cores to earth', ['ir', tag], pack),
    continuity('Its protective conductor, end to end', ['pe', tag], pack),
  ],
})

export const deadCircuit = checksFamily<Circuit>({
  ...DEAD,
  id: 'deadCircuit',
  things: ({ circuits }) => circuits,
  key: ({ tag }) => `wire.dead.circuit.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    label: `${tag} ${name}: continuity, insulation, polarity`,
    why: 'What is not tested dead is found out live.',
  }),
  checks: ({ tag }, pack) => [
    continuity('Protective conductor at its far end', ['pe', tag], pack),
    insulation('Insulation', ['ir', tag], pack),
    { id: 'polarity', label: 'Polarity', path: ['pol', tag], asks: { kind: 'word', answers: POLARITY } },
  ],
})
