import * as yup from 'yup'
import { FIRST_WORDS } from '@/core/plan/household'
import { choice, required, words } from './fields'

/** The office's first word to the household, and why. */
export const firstWordSchema = yup.object({
  word: choice('First word', FIRST_WORDS).required(required('First word')),
  because: words('Because', 400).min(5, 'Say in plain words why').required(required('Because')),
})
