import { type PointFamily, type TheJob, onceAJob } from '../family'
import { slotReadings } from '../slotReadings'

const BASIS = 'Leaving well, as the crew’s own order of handover has it: the card is explained to somebody by name.'
const WHO = 'who'
const ASKED = 'asked'

/** H-1: who was there when the card was explained, and what they asked: the next visit begins with it. */
export const leavingTalk: PointFamily<TheJob> = {
  id: 'leavingTalk',
  since: '2026-11-28',
  place: 'handover',
  view: 'handover.bench',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: onceAJob,
  key: () => 'handover.talk',
  point: () => ({
    subject: 'talk',
    label: 'Who was there, and what they asked',
    why: 'What they ask at the door is what they will telephone about at night.',
    fullOnly: true,
    slots: [
      { id: WHO, label: 'Explained to', path: ['explained'], input: { kind: 'text', maxLength: 80 } },
      { id: ASKED, label: 'What they asked, or “nothing”', path: ['asked'], input: { kind: 'text', maxLength: 400 } },
    ],
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const [who, asked] = [slots.word(WHO), slots.word(ASKED)]
    const missing = [who === null && 'who was there', asked === null && 'what they asked'].filter(Boolean)
    return {
      verdict: missing.length === 0 ? 'proven' : 'open',
      value: who,
      why: missing.length === 0 ? `Asked: ${asked}` : `Still to write down: ${missing.join(' and ')}.`,
      limit: null,
      basis: BASIS,
      code: 'H-1',
    }
  },
}
