import { type FitItem, fitOf } from '../../installation/fit'
import { SHIELD_ENDS, SHIELD_WORDS, type ShieldEnds, SIGNAL_WORDS, reachOf } from '../../wiring/dataRun'
import { type Check, checksFamily } from '../checks'
import { DATA_RUN_ENDS, dataRunAtComponent } from './runAtComponent'

type DataRun = FitItem<'dataRun'>

const hasWire = ({ detail: { carrier } }: DataRun) => carrier !== 'wireless'

const MAP_ANSWERS = {
  right: { typed: ['right', 'yes', 'pass'], verdict: 'proven', says: 'Every pin lands where the plan has it.' },
  open: { typed: ['open'], verdict: 'stop', says: 'A core is open: make its ends anew.' },
  shorted: { typed: ['short', 'shorted'], verdict: 'stop', says: 'Two cores touch: make its ends anew.' },
  crossed: { typed: ['crossed', 'miswired'], verdict: 'stop', says: 'A pin lands on another than the plan has.' },
  split: {
    typed: ['split'],
    verdict: 'stop',
    says: 'A pair is split: it works on the bench and fails when it is long.',
  },
} as const

/** Wire map of the cable against its pin-out. */
const mapCheck = ({ tag, detail: { pinOut } }: DataRun): Check => ({
  id: 'map',
  label: `Wire map ${pinOut ?? ''}`.trim(),
  path: ['map', tag],
  asks: { kind: 'word', answers: MAP_ANSWERS },
})

const SHIELD_TYPED: Readonly<Record<ShieldEnds, readonly string[]>> = {
  none: ['none', 'no'],
  near: ['near'],
  far: ['far'],
  both: ['both'],
}

/** Where the shield was found bonded, against where the plan has it. */
function shieldCheck({ tag, detail: { shield } }: DataRun): Check {
  const says = (seen: ShieldEnds) =>
    seen === shield
      ? `Shield: ${SHIELD_WORDS[seen]}, as planned.`
      : `Shield: ${SHIELD_WORDS[seen]}; planned: ${shield === null ? 'nothing yet' : SHIELD_WORDS[shield]}.`
  return {
    id: 'shield',
    label: 'Shield',
    path: ['shield', tag],
    asks: {
      kind: 'word',
      answers: Object.fromEntries(
        SHIELD_ENDS.map((seen) => [
          seen,
          {
            typed: SHIELD_TYPED[seen],
            verdict: shield === null ? 'open' : seen === shield ? 'proven' : 'stop',
            says: says(seen),
          },
        ]),
      ),
    },
  }
}

function lengthCheck({ tag, detail }: DataRun): Check {
  const reach = reachOf(detail)
  return {
    id: 'length',
    label: 'Length',
    path: ['length', tag],
    asks: {
      kind: 'figure',
      unit: 'm',
      ...(reach !== null && { most: { value: reach.mostM, basis: reach.basis } }),
      from: detail.mostM === null ? 'the standard of its signal' : 'what its maker allows',
      unlimited: 'Neither its standard nor its maker, as entered, says how far it may go',
    },
  }
}

const linkCheck = ({ tag }: DataRun): Check => ({
  id: 'link',
  label: 'Link between both ends',
  path: ['link', tag],
  asks: { kind: 'yes', no: 'The two ends do not hear each other.' },
})

/** What the plan has to say of a run before its test means anything. */
function unsaid({ detail }: DataRun): string[] {
  const { carrier, signal, pinOut, shield } = detail
  if (carrier === null) return ['in the plan, whether it is wired, wireless or bridged']
  if (carrier === 'wireless') return []
  return [
    ...(signal === null ? ['in the plan, what is on it'] : []),
    ...(pinOut === null ? ['in the plan, its pin-out'] : []),
    ...(shield === null ? ['in the plan, where its shield is bonded'] : []),
  ]
}

const describes = ({ tag, name, detail: { from, to, signal } }: DataRun) =>
  `${name} (${tag}), ${from} → ${to}${signal === null ? '' : `, ${SIGNAL_WORDS[signal]}`}`

/** W: a data or control cable is a run too: wire map by its pin-out, shield, length and link. */
export const dataRunTested = checksFamily<DataRun>({
  id: 'dataRunTested',
  since: '2026-11-29',
  code: 'W',
  place: 'cores',
  view: 'wire.runs',
  precedes: [],
  waitsFor: null,
  restsOn: DATA_RUN_ENDS,
  touches: dataRunAtComponent,
  proves: [],
  things: ({ fit }) => fitOf(fit, 'dataRun'),
  key: ({ tag }) => `wire.data.${tag}`,
  text: (run) => ({
    subject: run.tag,
    label: describes(run),
    why: 'What measures and steers the system hangs on it: a crossed pair shows as a fault of something else, months later.',
  }),
  checks: (run) =>
    hasWire(run) ? [mapCheck(run), shieldCheck(run), lengthCheck(run), linkCheck(run)] : [linkCheck(run)],
  unsaid,
})

/** What it means that a run is silent while the street is out, by whether the plan needs it then. */
function silentInOutage({ detail: { neededInOutage } }: DataRun) {
  if (neededInOutage === false)
    return { verdict: 'watch', says: 'Silent while the street is out; the plan does not need it then.' } as const
  return {
    verdict: neededInOutage === null ? 'open' : 'stop',
    says: 'Silent while the street is out: look at what feeds its ends, and what is between them.',
  } as const
}

/** W: whether a data run works while the street is out, when what feeds a router or a bridge may be dead. */
export const dataRunInOutage = checksFamily<DataRun>({
  id: 'dataRunInOutage',
  since: '2026-11-29',
  code: 'W',
  place: 'stayedOn',
  view: 'outage.bench',
  precedes: [],
  waitsFor: 'loadedIsland',
  restsOn: DATA_RUN_ENDS,
  touches: dataRunAtComponent,
  proves: [],
  things: ({ fit }) => fitOf(fit, 'dataRun'),
  key: ({ tag }) => `outage.data.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    label: `${name} (${tag}) while the street is out`,
    why: 'A link by way of a dead router or bridge fails exactly when it is needed.',
  }),
  checks: (run) => [
    {
      id: 'island',
      label: 'Works while the street is out',
      path: ['island', run.tag],
      asks: {
        kind: 'word',
        answers: {
          yes: { typed: ['yes', 'works'], verdict: 'proven', says: 'Works while the street is out.' },
          no: { typed: ['no', 'silent'], ...silentInOutage(run) },
        },
      },
    },
  ],
  unsaid: ({ detail: { neededInOutage } }) =>
    neededInOutage === null ? ['in the plan, whether it is needed while the street is out'] : [],
})
