import type { CableRun, Installation } from '../../installation/installation'
import { type Continuity, cableIdentity, worstIdentity } from '../../wiring/cableIdentity'
import { coresOf } from '../../wiring/runLabels'
import type { PointFamily } from '../family'
import { slotReadings } from '../slotReadings'
import { RUN_ENDS, runAtComponent } from './runAtComponent'

const WORDS = { continuity: ['yes', 'cont', 'continuity'], open: ['no', 'open', 'silent'] } as const

/** Cores that are asked for: which one is neutral and which one earth is what kills; in a full test every core. */
const askedCores = (installation: Installation) =>
  coresOf(installation).filter(
    ({ conductor }) => installation.testDepth === 'full' || conductor === 'N' || conductor === 'PE',
  )

/** W-3: which core of a run is which, each by a pair of observations between its two ends. */
export const coreIdentity: PointFamily<CableRun> = {
  id: 'coreIdentity',
  place: 'cores',
  view: 'wire.runs',
  precedes: ['firstLive.cores'],
  waitsFor: null,
  restsOn: RUN_ENDS,
  touches: runAtComponent,
  proves: [],
  things: ({ runs }) => runs,
  key: ({ tag }) => `wire.cores.${tag}`,
  point: ({ tag }, installation) => ({
    subject: tag,
    label: `Cores of ${tag}: which is neutral, which is earth`,
    why: 'Two people use grey and black differently. A colour is a habit, a pair of observations is proof.',
    slots: askedCores(installation).flatMap(({ conductor, colour }) => [
      {
        id: `joined:${conductor}`,
        label: `${conductor} (${colour}) joined to a known core at the far end, near end reads`,
        path: ['core', tag, conductor.toLowerCase(), 'joined'],
        input: { kind: 'word', words: WORDS } as const,
      },
      {
        id: `free:${conductor}`,
        label: `${conductor} (${colour}) released, near end reads`,
        path: ['core', tag, conductor.toLowerCase(), 'free'],
        input: { kind: 'word', words: WORDS } as const,
      },
    ]),
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const cores = askedCores(context.installation)
    const observations = cores.flatMap(({ conductor }) =>
      (['joined', 'free'] as const).flatMap((how) => {
        const said = slots.word(`${how}:${conductor}`)
        return said === null
          ? []
          : [{ joined: how === 'joined' ? conductor : null, readings: { [conductor]: said as Continuity } }]
      }),
    )
    const identities = cableIdentity(
      cores.map(({ conductor }) => conductor),
      observations,
    )
    const bad = Object.entries(identities)
      .filter(([, { verdict }]) => verdict === 'stop')
      .map(([conductor]) => conductor)
    const left = Object.entries(identities)
      .filter(([, { verdict }]) => verdict === 'open')
      .map(([conductor]) => conductor)
    const verdict = worstIdentity(identities)
    const convention = cores.map(({ conductor, colour }) => `${conductor} ${colour}`).join(', ')
    return {
      verdict,
      code: 'W-3',
      limit: 'joined → continuity, released → open',
      basis: 'Identity rule W-3, for each core; the colours are this job’s one convention.',
      value: verdict === 'proven' ? convention : null,
      why:
        bad.length > 0
          ? `${bad.join(' and ')} ${bad.length === 1 ? 'does' : 'do'} not answer as ${bad.length === 1 ? 'it' : 'they'} should: cores are crossed. Nothing goes live on this run.`
          : left.length > 0
            ? `Still to see both ways: ${left.join(', ')}.`
            : `Each core answered while joined and was silent while released: ${convention}.`,
    }
  },
}
