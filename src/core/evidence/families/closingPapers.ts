import { paperWords, papersOfInstallation } from '../../plan/papersOfInstallation'
import type { PointFamily, TheJob } from '../family'
import type { EvidenceContext } from '../point'
import { type Confirmation, confirmationFamily } from './confirmations'

const BASIS = 'Closing the papers and leaving well, as the crew’s own order of handover has it.'
const LATER = { typed: ['later', 'not yet'], verdict: 'open' as const, says: 'Not done yet.' }
const done = (says: string) => ({ typed: ['done', 'yes', 'y', 'ok'], verdict: 'proven' as const, says })
const none = (says: string) => ({ typed: ['none', 'not needed'], verdict: 'proven' as const, says })

/** What is the same of all of them. */
const paper = (id: string, words: Pick<Confirmation, 'label' | 'why' | 'answers'>): Confirmation => ({
  id,
  since: '2026-11-28',
  key: `handover.${id}`,
  place: 'handover',
  view: 'handover.bench',
  precedes: [],
  code: 'H-1',
  path: [id.toLowerCase()],
  fullOnly: true,
  basis: BASIS,
  ...words,
})

/** What the survey knows of permissions that an answer does not change; who gives money holds nothing. */
function againstPermission(
  { installation, today }: EvidenceContext,
  word: string | null,
): ReturnType<NonNullable<Confirmation['contradictedBy']>> {
  const papers = papersOfInstallation(installation, today, null).filter(({ holds }) => holds !== null)
  const refused = papers.find(({ state }) => state === 'refused')
  if (refused) return { stops: true, why: paperWords(refused, null) ?? '' }
  const missing = papers.find(({ state }) => state !== 'granted')
  if (missing) return `${paperWords(missing, missing.expectedOn) ?? ''} Note in the survey what became of it.`
  return word === 'none' && papers.length > 0
    ? 'The survey has a permission that was needed: take it out there if it was not.'
    : null
}

/** Papers that are closed, and things that are left as a crew should leave them: each Open until somebody says so. */
const PAPERS: readonly Confirmation[] = [
  paper('registered', {
    label: 'The installation is registered with the network operator',
    why: 'An installation that nobody knows of is found out when somebody works on the line.',
    answers: { done: done('Registered.'), none: none('No registration is asked for here.'), later: LATER },
  }),
  {
    ...paper('permission', {
      label: 'The permission is closed',
      why: 'A permission that stays open comes back at the next sale of the house, and one that is not there is no leave to run.',
      answers: { done: done('Closed.'), none: none('None was needed.'), later: LATER },
    }),
    precedes: ['handover.permission'],
    contradictedBy: againstPermission,
    fullOnly: undefined,
  },
  paper('warranty', {
    label: 'The warranties are registered, by serial',
    why: 'A battery that was not registered in time has a shorter warranty, or none.',
    answers: { done: done('Registered.'), none: none('No registration is asked for.'), later: LATER },
  }),
  paper('appAccess', {
    label: 'The maker’s app is the household’s; the crew’s own access is removed or agreed',
    why: 'Whoever can switch a house off from afar should be somebody the household knows of.',
    answers: {
      removed: {
        typed: ['removed', 'done', 'yes'],
        verdict: 'proven',
        says: 'Handed over; the crew has no access any more.',
      },
      agreed: {
        typed: ['agreed'],
        verdict: 'proven',
        says: 'Handed over; the crew keeps access, as agreed with the household.',
      },
      none: none('There is no app.'),
      later: LATER,
    },
  }),
  paper('pocket', {
    label: 'The document pocket is at the board, with all that belongs in it',
    why: 'Whoever opens this board in ten years has nothing else to go by.',
    answers: { done: done('At the board, complete.'), later: LATER },
  }),
  paper('covers', {
    label: 'Every cover plate is on, and the tools and keys are accounted for',
    why: 'A screw left in a board and a key left in a lock are found by the wrong person.',
    answers: { done: done('On, and accounted for.'), later: LATER },
  }),
  paper('cleaned', {
    label: 'The place is clean, and the household’s questions are answered',
    why: 'A crew is remembered by what it leaves behind.',
    answers: { done: done('Clean, and answered.'), later: LATER },
  }),
]

/** Closing the papers and leaving well, one family each. */
export const closingPapers: readonly PointFamily<TheJob>[] = PAPERS.map(confirmationFamily)
