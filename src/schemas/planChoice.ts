import * as yup from 'yup'
import { RIDE_THROUGH_CLASSES } from '@/core/outage/rideThrough'
import { choice, required, words } from './fields'

/** The choice of a school, its reason, and the gap that is promised. */
export const planChoiceSchema = yup.object({
  school: choice('School', [
    'automaticWholeHome',
    'automaticWithShedding',
    'manualChangeover',
    'emergencySocket',
  ]).required(required('School')),
  reason: words('Reason', 400).min(5, 'Say in a few words why this school').required(required('Reason')),
  gapClass: choice('Promised gap', RIDE_THROUGH_CLASSES).required(required('Promised gap')),
  note: words('What changed', 200).nullable().default(null),
})
