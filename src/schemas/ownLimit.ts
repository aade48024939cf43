import * as yup from 'yup'
import { LIMIT_KEYS } from '@/core/rules/rulePack'
import { characters, choice, figure, id, required, words } from './fields'

/** A limit that a lead sets: which, to what, and why. `null` goes back to the pack's figure. */
export const ownLimitSchema = yup.object({
  id: id().required(),
  key: choice('Limit', LIMIT_KEYS).required(required('Limit')),
  value: figure('Figure').nullable().defined(),
  reason: words('Reason', 300)
    .test(...characters(10, 'Write the reason in at least ten characters'))
    .required(required('Reason')),
})
