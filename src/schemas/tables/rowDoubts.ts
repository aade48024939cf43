import { formatNumber } from '@/core/quantity/formatQuantity'
import type { ItemField } from '../itemFields/itemField'

/** Something of a row that its reader has to be asked; the row is taken in once there is an answer. */
export interface RowDoubt {
  /** `line.field`, by which the answer is given. */
  id: string
  line: number
  column: string
  value: string
  question: string
  /** Answers to choose from, and what each is called. */
  answers: Readonly<Record<string, string>>
}

/** What each question was answered with, by the question's id. */
export type DoubtAnswers = Readonly<Record<string, string>>

/** The answer that takes in nothing of the row. */
export const LEAVE = 'leave'
/** The answer that makes a thing of its own of a row. */
export const NEW = 'new'

/** A figure as a question offers it. */
export const figureShown = ({ kind, unit }: ItemField, value: number): string =>
  kind === 'percent' ? `${formatNumber(value * 100, 6)} %` : `${formatNumber(value, 6)}${unit ? ` ${unit}` : ''}`
