import { medicalToSettle } from '../../plan/medical'
import type { PackWords } from '../../rules/rulePack'
import type { Verdict } from '../../rules/verdict'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import type { EvidenceContext } from '../point'
import { slotReadings } from '../slotReadings'

/** Something that a person says or sees: what is particular to it. Everything else is the same for all of them. */
export interface Confirmation extends Pick<PointFamily, 'id' | 'place' | 'view' | 'precedes' | 'since'> {
  key: string
  label: string
  why: string
  path: string[]
  /** Each answer, how it may be typed, and what it means. */
  answers: Record<string, { typed: string[]; verdict: Verdict; says: string }>
  code: string
  /** What is known elsewhere and speaks against an answer; the step waits for it, whatever was answered, and where it `stops` without an answer too. */
  contradictedBy?: (context: EvidenceContext, word: string | null) => string | { stops: true; why: string } | null
  /** Said of one cut of the supply: another test, with another component, asks again. */
  ofTheTest?: true
  /** Asked anew at a periodic visit, though no cut of the supply hangs on it. */
  eachVisit?: true
  /** Asked for in a full test alone. */
  fullOnly?: true | undefined
  /** Where it is asked for; the order of test and hold points where nothing is said. */
  basis?: string
}

export const yes = (says: string) => ({
  yes: { typed: ['yes', 'y', 'done', 'ok'], verdict: 'proven' as const, says },
  no: { typed: ['no', 'n'], verdict: 'stop' as const, says: 'Not done. The step waits for it.' },
})

/** What a person must say or see before and after the supply is cut (T-10). */
const CONFIRMATIONS: readonly Confirmation[] = [
  {
    id: 'licensed',
    ofTheTest: true,
    key: 'outage.licensed',
    place: 'licensed',
    view: 'outage.bench',
    precedes: ['firstIsland.licensed'],
    code: 'T-10',
    label: 'A licensed person is here and leads the test',
    why: 'The first island is made by a licensed person, nobody else.',
    path: ['licensed'],
    answers: yes('A licensed person leads.'),
  },
  {
    id: 'medical',
    eachVisit: true,
    key: 'outage.medical',
    place: 'medical',
    view: 'outage.bench',
    precedes: ['firstIsland.medical', 'loadedIsland.medical'],
    contradictedBy: ({ installation }, word) => {
      const unsettled = medicalToSettle(installation)
      if (unsettled !== null) return unsettled
      return word === 'none' && installation.site.medical === 'yes'
        ? 'The household has said that there is some: ask again, and write down how it is provided for.'
        : null
    },
    code: 'T-10',
    label: 'Medical and life-support equipment asked about',
    why: 'Somebody’s breathing may hang on this supply. The question is never skipped.',
    path: ['medical'],
    answers: {
      none: { typed: ['none', 'no'], verdict: 'proven', says: 'Asked: there is none.' },
      arranged: { typed: ['arranged'], verdict: 'watch', says: 'There is some, and it is looked after for the test.' },
      present: {
        typed: ['present', 'yes'],
        verdict: 'stop',
        says: 'There is some, and nothing is arranged. The supply stays on.',
      },
    },
  },
  {
    id: 'told',
    ofTheTest: true,
    key: 'outage.told',
    place: 'told',
    view: 'outage.bench',
    precedes: ['firstIsland.told'],
    code: 'T-10',
    label: 'Everybody in the house has been told',
    why: 'Nobody should be in a lift, on a ladder or mid-shower.',
    path: ['told'],
    answers: yes('They know.'),
  },
  {
    id: 'saved',
    ofTheTest: true,
    key: 'outage.saved',
    place: 'saved',
    view: 'outage.bench',
    precedes: ['loadedIsland.saved'],
    code: 'T-10',
    label: 'Computers are saved and shut down',
    why: 'A first test may be a long gap.',
    path: ['saved'],
    answers: yes('Saved.'),
  },
  {
    id: 'heavyOff',
    ofTheTest: true,
    key: 'outage.heavyOff',
    place: 'heavyOff',
    view: 'outage.bench',
    precedes: ['loadedIsland.heavy'],
    code: 'T-10',
    label: 'Heavy loads are off',
    why: 'The island starts light; loads climb a ladder later.',
    path: ['heavy'],
    answers: {
      off: { typed: ['off', 'yes'], verdict: 'proven', says: 'Off.' },
      on: { typed: ['on', 'no'], verdict: 'stop', says: 'Something heavy is still on.' },
    },
  },
  {
    id: 'circuitsOpen',
    ofTheTest: true,
    key: 'outage.circuitsOpen',
    place: 'circuitsOpen',
    view: 'outage.bench',
    precedes: ['firstIsland.circuits'],
    code: 'T-10',
    label: 'All final circuits are open for the first island',
    why: 'The first island carries no load.',
    path: ['circuits'],
    answers: {
      open: { typed: ['open', 'yes'], verdict: 'proven', says: 'Open.' },
      closed: { typed: ['closed', 'no'], verdict: 'stop', says: 'A circuit is still closed.' },
    },
  },
  {
    id: 'bypass',
    ofTheTest: true,
    key: 'outage.bypass',
    place: 'bypass',
    view: 'outage.bench',
    precedes: ['firstIsland.bypass'],
    code: 'W-1',
    label: 'Maintenance bypass is open',
    why: 'With the bypass closed the island would feed the street.',
    path: ['bypass'],
    answers: {
      open: { typed: ['open'], verdict: 'proven', says: 'Open: the gateway alone parts the house from the street.' },
      closed: {
        typed: ['closed', 'shut'],
        verdict: 'stop',
        says: 'Closed: the island would feed the street. Open it before anything else.',
      },
    },
  },
  {
    id: 'helper',
    ofTheTest: true,
    key: 'outage.helper',
    place: 'helper',
    view: 'outage.bench',
    precedes: ['loadedIsland.helper'],
    code: 'T-10',
    label: 'A helper stands at the board',
    why: 'Somebody can open the {mainSwitch} at once.',
    path: ['helper'],
    answers: yes('At the board.'),
  },
  {
    id: 'callout',
    ofTheTest: true,
    key: 'outage.callout',
    place: 'callout',
    view: 'outage.bench',
    precedes: ['loadedIsland.callout'],
    code: 'T-10',
    label: 'There is a way to call out',
    why: 'The router dies with the supply.',
    path: ['callout'],
    answers: yes('A phone with signal, or a shout.'),
  },
  {
    id: 'toldOfIsland',
    since: '2026-11-28',
    ofTheTest: true,
    fullOnly: true,
    key: 'outage.toldOfIsland',
    place: 'stayedOn',
    view: 'outage.bench',
    precedes: [],
    code: 'T-10',
    label: 'Something told the household that it was on its own supply',
    why: 'An island that nobody notices ends in the dark.',
    path: ['noticed'],
    answers: {
      told: { typed: ['told', 'yes'], verdict: 'proven', says: 'An app, a lamp or a tone told them.' },
      silent: {
        typed: ['silent', 'no'],
        verdict: 'watch',
        says: 'Nothing told them: the card has to say how an outage is noticed.',
      },
    },
  },
  {
    id: 'asLeftBypass',
    eachVisit: true,
    ofTheTest: true,
    key: 'outage.asLeftBypass',
    place: 'asLeft',
    view: 'outage.bench',
    precedes: ['handover.asLeft'],
    code: 'T-10',
    label: 'Bypass as left',
    why: 'A bypass left on undoes the whole installation, and nobody notices until the next outage.',
    path: ['left', 'bypass'],
    answers: {
      open: { typed: ['open'], verdict: 'proven', says: 'Left open.' },
      closed: { typed: ['closed', 'shut'], verdict: 'stop', says: 'Left closed: the house would not change over.' },
    },
  },
  {
    id: 'asLeftMain',
    eachVisit: true,
    ofTheTest: true,
    key: 'outage.asLeftMain',
    place: 'asLeft',
    view: 'outage.bench',
    precedes: ['handover.asLeft'],
    code: 'T-10',
    label: '{mainSwitch} as left',
    why: 'The house is fed from the street again.',
    path: ['left', 'main'],
    answers: {
      closed: { typed: ['closed', 'on'], verdict: 'proven', says: 'Left closed.' },
      open: { typed: ['open', 'off'], verdict: 'stop', says: 'Left open: the house runs its battery down.' },
    },
  },
  {
    id: 'cardExplained',
    key: 'handover.cardExplained',
    place: 'handover',
    view: 'handover.bench',
    precedes: [],
    code: 'H-1',
    label: 'What-to-do card explained to the household',
    why: 'What to turn off first, how to notice the outage, whom to call.',
    path: ['card'],
    answers: yes('Explained and left with the household.'),
  },
  {
    id: 'labels',
    key: 'handover.labels',
    place: 'handover',
    view: 'handover.bench',
    precedes: [],
    code: 'H-1',
    label: 'Labels and warning signs are up',
    why: 'Whoever opens the board next must see two sources.',
    path: ['labels'],
    answers: yes('In place.'),
  },
]

/** A text with the pack's own words in its braces; one that begins the text begins with a capital. */
const inWords = (text: string, words: PackWords): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string, at: number) => {
    const word = words[name as keyof PackWords] ?? whole
    return at === 0 ? word.charAt(0).toUpperCase() + word.slice(1) : word
  })

const ANSWER = 'answer'

/** The family of one confirmation: a point that a person answers with a word. */
export const confirmationFamily = (confirmation: Confirmation): PointFamily<TheJob> => ({
  id: confirmation.id,
  ...(confirmation.since ? { since: confirmation.since } : {}),
  place: confirmation.place,
  view: confirmation.view,
  precedes: confirmation.precedes,
  waitsFor: null,
  restsOn: confirmation.ofTheTest ? ['inverter', 'gateway'] : [],
  ...(confirmation.ofTheTest || confirmation.eachVisit ? { periodic: true } : {}),
  proves: [],
  things: onceAJob,
  key: () => confirmation.key,
  point: (_job, _installation, { words }) => ({
    subject: confirmation.id,
    label: inWords(confirmation.label, words),
    why: inWords(confirmation.why, words),
    ...(confirmation.fullOnly ? { fullOnly: true } : {}),
    slots: [
      {
        id: ANSWER,
        label: inWords(confirmation.label, words),
        path: confirmation.path,
        input: {
          kind: 'word',
          words: Object.fromEntries(Object.entries(confirmation.answers).map(([word, { typed }]) => [word, typed])),
        },
      },
    ],
  }),
  judge: (point, context) => {
    const word = slotReadings(point, context).word(ANSWER)
    const answer = word === null ? undefined : confirmation.answers[word]
    const against = confirmation.contradictedBy?.(context, word) ?? null
    const settled = { verdict: answer?.verdict ?? ('open' as const), why: answer?.says ?? confirmation.why }
    const stops = word !== null || (typeof against === 'object' && against !== null)
    const { verdict, why } =
      against === null
        ? settled
        : {
            verdict: stops ? ('stop' as const) : ('open' as const),
            why: typeof against === 'string' ? against : against.why,
          }
    return {
      code: confirmation.code,
      limit: null,
      basis: confirmation.basis ?? 'Order of test and hold points (T-10).',
      value: word,
      verdict,
      why: inWords(why, context.pack.words),
    }
  },
})

/** What a person must say or see before and after the supply is cut (T-10), one family each. */
export const confirmations: readonly PointFamily<TheJob>[] = CONFIRMATIONS.map(confirmationFamily)
