import { PASSWORD_LEAST } from '@/schemas/password'
import type { DoorField } from './DoorForm'

/** A password that is chosen now. */
export const newPasswordField = (name: string, label: string): DoorField => ({
  name,
  label,
  kind: 'password',
  autoComplete: 'new-password',
  hint: `${PASSWORD_LEAST} characters at least; a few words in a row are easy to keep in mind.`,
})
