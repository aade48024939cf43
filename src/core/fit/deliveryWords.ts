import type { FitDetails } from '../installation/fit'
import { clockText } from './clockText'

/**
 * When a delivery comes, and who bought it, in one sentence.
 *
 * @param dated the day as people write it
 * @example deliveryWords(detail, '5 May 2026') // 'comes on 5 May 2026, not before 10:00; the customer bought it: look at model and parts when it is there'
 */
export function deliveryWords({ arrived, fromMin, byCustomer }: FitDetails['delivery'], dated: string | null): string {
  const when = arrived
    ? 'is on site'
    : dated === null
      ? 'is not on site, and nobody has said when it comes'
      : `comes on ${dated}${fromMin === null ? '' : `, not before ${clockText(fromMin)}`}`
  const whose = byCustomer ? '; the customer bought it: look at model and parts when it is there' : ''
  return `${when}${whose}`
}
