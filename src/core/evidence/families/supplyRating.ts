import { formatQuantity } from '../../quantity/formatQuantity'
import type { PointFamily } from '../point'
import { slotReadings } from '../slotReadings'

/** The supply's rating as somebody read it on site, against the figure the plan was made with. */
export const supplyRating: PointFamily = {
  id: 'supplyRating',
  derive: (_installation, pack) => [
    {
      key: 'survey.supplyRating',
      family: 'supplyRating',
      stage: 'survey',
      subject: 'supply',
      label: `Rating of the ${pack.words.supply}, read on site`,
      why: 'The whole plan hangs on this figure; only what is printed on the device counts.',
      slots: [
        { id: 'rating', label: 'Rating', path: ['fuse'], input: { kind: 'quantity', unit: 'A', measures: null } },
      ],
    },
  ],
  judge: (point, context) => {
    const ratingA = slotReadings(point, context).number('rating')
    const plannedA = context.installation.supply.ratingA
    const common = {
      code: 'P-1',
      limit: plannedA === null ? null : `${plannedA} A planned`,
      basis: 'The device’s own marking.',
    }
    if (ratingA === null) return { ...common, verdict: 'open', value: null, why: 'Nobody has read the device yet.' }
    const value = formatQuantity(ratingA, 'A')
    if (plannedA === null)
      return {
        ...common,
        verdict: 'open',
        value,
        why: 'The plan has no rating to hold this against; enter it in Survey.',
      }
    return ratingA >= plannedA
      ? { ...common, verdict: 'proven', value, why: `The device carries the ${plannedA} A the plan counts on.` }
      : {
          ...common,
          verdict: 'stop',
          value,
          why: `The plan counts on ${plannedA} A; the device is rated ${ratingA} A.`,
        }
  },
}
