import type { PackWords } from '../../rules/rulePack'
import type { Verdict } from '../../rules/verdict'
import type { Point, PointFamily, Stage } from '../point'
import { slotReadings } from '../slotReadings'

interface Confirmation {
  key: string
  stage: Stage
  label: string
  why: string
  path: string[]
  /** Each answer, how it may be typed, and what it means. */
  answers: Record<string, { typed: string[]; verdict: Verdict; says: string }>
  code: string
}

const yes = (says: string) => ({
  yes: { typed: ['yes', 'y', 'done', 'ok'], verdict: 'proven' as const, says },
  no: { typed: ['no', 'n'], verdict: 'stop' as const, says: 'Not done. The step waits for it.' },
})

/** What a person must say or see before and after the supply is cut (T-10). */
export const CONFIRMATIONS: readonly Confirmation[] = [
  {
    key: 'outage.licensed',
    stage: 'outage',
    code: 'T-10',
    label: 'A licensed person is here and leads the test',
    why: 'The first island is made by a licensed person, nobody else.',
    path: ['licensed'],
    answers: yes('A licensed person leads.'),
  },
  {
    key: 'outage.medical',
    stage: 'outage',
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
    key: 'outage.told',
    stage: 'outage',
    code: 'T-10',
    label: 'Everybody in the house has been told',
    why: 'Nobody should be in a lift, on a ladder or mid-shower.',
    path: ['told'],
    answers: yes('They know.'),
  },
  {
    key: 'outage.saved',
    stage: 'outage',
    code: 'T-10',
    label: 'Computers are saved and shut down',
    why: 'A first test may be a long gap.',
    path: ['saved'],
    answers: yes('Saved.'),
  },
  {
    key: 'outage.heavyOff',
    stage: 'outage',
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
    key: 'outage.circuitsOpen',
    stage: 'outage',
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
    key: 'outage.bypass',
    stage: 'outage',
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
    key: 'outage.helper',
    stage: 'outage',
    code: 'T-10',
    label: 'A helper stands at the board',
    why: 'Somebody can open the {mainSwitch} at once.',
    path: ['helper'],
    answers: yes('At the board.'),
  },
  {
    key: 'outage.callout',
    stage: 'outage',
    code: 'T-10',
    label: 'There is a way to call out',
    why: 'The router dies with the supply.',
    path: ['callout'],
    answers: yes('A phone with signal, or a shout.'),
  },
  {
    key: 'outage.asLeftBypass',
    stage: 'outage',
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
    key: 'outage.asLeftMain',
    stage: 'outage',
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
    key: 'handover.cardExplained',
    stage: 'handover',
    code: 'H-1',
    label: 'What-to-do card explained to the household',
    why: 'What to turn off first, how to notice the outage, whom to call.',
    path: ['card'],
    answers: yes('Explained and left in the cupboard.'),
  },
  {
    key: 'handover.labels',
    stage: 'handover',
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

const byKey = new Map(CONFIRMATIONS.map((confirmation) => [confirmation.key, confirmation]))

/** Points that a person answers with a word. */
export const confirmations: PointFamily = {
  id: 'confirmations',
  derive: (_installation, { words }) =>
    CONFIRMATIONS.map(({ key, stage, label, why, path, answers }): Point => ({
      key,
      family: 'confirmations',
      stage,
      subject: key.split('.').at(-1) ?? key,
      label: inWords(label, words),
      why: inWords(why, words),
      slots: [
        {
          id: 'answer',
          label: inWords(label, words),
          path,
          input: {
            kind: 'word',
            words: Object.fromEntries(Object.entries(answers).map(([word, { typed }]) => [word, typed])),
          },
        },
      ],
    })),
  judge: (point, context) => {
    const word = slotReadings(point, context).word('answer')
    const confirmation = byKey.get(point.key)
    const answer = word === null ? undefined : confirmation?.answers[word]
    return {
      code: confirmation?.code ?? 'T-10',
      limit: null,
      basis: 'Order of test and hold points (T-10).',
      value: word,
      verdict: answer?.verdict ?? 'open',
      why: inWords(answer?.says ?? confirmation?.why ?? '', context.pack.words),
    }
  },
}
