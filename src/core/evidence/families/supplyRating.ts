import { type PointFamily, type TheJob, onceAJob } from '../family'
import { figureText } from '../figure'
import { behindSupply, pathRatingWords } from '../../plan/pathRatings'
import { worstVerdict } from '../../rules/verdict'
import { judgeFigure } from '../../rules/judgeFigure'
import { slotReadings } from '../slotReadings'

/** The supply's rating as somebody read it on site, against the figure the plan was made with. */
export const supplyRating: PointFamily<TheJob> = {
  id: 'supplyRating',
  place: 'survey',
  view: 'survey.supply',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: onceAJob,
  key: () => 'survey.supplyRating',
  point: (_job, _installation, { words }) => ({
    subject: 'supply',
    label: `Rating of the ${words.supply}, read on site`,
    why: 'The whole plan hangs on this figure; only what is printed on the device counts.',
    slots: [
      {
        id: 'rating',
        label: 'Rating',
        path: ['fuse'],
        input: { kind: 'quantity', unit: 'A', measures: null, usual: { min: 6, max: 1000 } },
      },
    ],
  }),
  judge: (point, context) => {
    const figure = slotReadings(point, context).figure('rating')
    const plannedA = context.installation.supply.ratingA
    const basis = 'The device’s own marking.'
    const common = { code: 'P-1', limit: plannedA === null ? null : `${plannedA} A planned`, basis }
    if (figure === null) return { ...common, verdict: 'open', value: null, why: 'Nobody has read the device yet.' }
    const value = figureText(figure.value, 'A', figure.bound)
    if (plannedA === null)
      return {
        ...common,
        verdict: 'open',
        value,
        why: 'The plan has no rating to hold this against; enter it in Survey.',
      }
    const rated = { value: plannedA, basis }
    const { verdict: least } = judgeFigure(figure, { unit: 'A', least: rated }, null)
    const { verdict: most } = judgeFigure(figure, { unit: 'A', most: rated }, null)
    // a larger fuse protects less: what stands behind it was chosen for the smaller one
    const verdict = least === 'proven' && most !== 'proven' ? 'watch' : least
    const WHY = {
      proven: `The device carries the ${plannedA} A the plan counts on.`,
      watch: `The device is rated ${value}, more than the ${plannedA} A the plan counts on: hold gateway, switches and cables against what was found, and put the survey right.`,
      stop: `The plan counts on ${plannedA} A; the device is rated ${value}.`,
      open: 'This is no rating; read the device again.',
    } as const
    const behind = behindSupply(context.installation, figure.value).filter(({ mark }) => mark !== 'fits')
    return {
      ...common,
      verdict: worstVerdict([verdict, ...behind.map(({ mark }) => (mark === 'exceeds' ? 'stop' : 'open'))]),
      value,
      why: [WHY[verdict], ...behind.map(pathRatingWords)].join(' '),
    }
  },
}
