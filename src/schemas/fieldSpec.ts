import type { Unit } from '@/core/quantity/units'
import type { RulePack } from '@/core/rules/rulePack'

/** Things of a job that another one names, by short name or, as sources, by their name. */
export type ReferredKind =
  'board' | 'circuit' | 'component' | 'delivery' | 'pvSystem' | 'source' | 'task' | 'unit' | 'visit' | 'wall'

/** One field of a descriptive form: what it is called and what it takes. Form, schema, CSV column and file input are made from it. */
export interface FieldSpec {
  /** Path in the input, such as `ratingA` or `units.0.moduleW`. */
  name: string
  label: string
  /** `lines` is text of several lines; `clock` a time of day, stored as minutes after midnight; `tag` a short name of small letters and digits. */
  kind: 'text' | 'tag' | 'lines' | 'number' | 'percent' | 'choice' | 'flag' | 'date' | 'clock'
  unit?: Unit
  options?: Readonly<Record<string, string>>
  /** Order of the options where some are numbers: a record would put those first. */
  order?: readonly string[]
  /** The options are numbers, and stored as such. */
  numeric?: boolean
  /** A blank is stored as not known, and stays Open. */
  optional?: boolean
  /** What is stored where it is left out altogether. */
  absent?: string | number | boolean
  /** The text names another thing of the job: the form offers those that are there. */
  refersTo?: ReferredKind
  hint?: string
  /** Bounds of a number in its unit, of a share between 0 and 1, of a text's characters; a number is 0 or more by default. */
  min?: number
  max?: number
  /** The number must be above this. */
  above?: number
  whole?: boolean
  /** What the text must look like beyond its length, and what is said where it does not. */
  pattern?: { is: RegExp; message: string }
  /** What a new thing's form puts into fields that nobody has touched, once this one is answered. */
  fills?: (answer: string) => Readonly<Record<string, unknown>>
  /** Set by the app and asked of nobody: the form keeps it and does not show it. */
  silent?: true
  /** Seldom asked: the form folds it away until it is wanted. */
  more?: true
  /** What differs in the form of a pack: words, options; `null` where the pack has no such field. */
  inPack?: (pack: RulePack) => Partial<FieldSpec> | null
}

/**
 * The fields that are asked in a job of one rule pack, in its words and with its options.
 *
 * @example fieldsIn(SURVEY_FIELDS.sourceDevice, RULE_PACKS['na-split-240']) // without `residualType`
 */
export const fieldsIn = (fields: readonly FieldSpec[], pack: RulePack): FieldSpec[] =>
  fields.flatMap(({ inPack, ...spec }) => {
    const own = inPack ? inPack(pack) : {}
    return own === null ? [] : [{ ...spec, ...own }]
  })
