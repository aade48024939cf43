import * as yup from 'yup'

// the stock words print the value back; ours name the field only
yup.setLocale({
  mixed: {
    notType: ({ path }: { path?: string }) => `${path || 'The input'} is of the wrong kind`,
    required: ({ path }: { path?: string }) => `${path || 'The input'} is missing`,
  },
})

/** A number that arrives as a number: text such as “1 2.3” or “0x10” is never turned into one. */
export const figure = (label: string) =>
  yup
    .number()
    .strict()
    .label(label)
    .typeError(`${label} must be a number`)
    .test('finite', `${label} must be finite`, (value) => value == null || Number.isFinite(value))

export const optionalFigure = (label: string) =>
  figure(label).min(0, `${label} must be 0 or more`).nullable().default(null)

export const share = (label: string) =>
  figure(label).min(0, `${label} must be between 0 and 1`).max(1, `${label} must be between 0 and 1`)

/**
 * Control characters, halves of a character pair, marks that turn the way of writing round, and what is no character at all: none can be read by a person,
 * and some make a text look like another.
 */
const UNSHOWABLE = /[\p{Cc}\p{Cs}\u202a-\u202e\u2066-\u2069\ufffe\uffff]/u
const UNSHOWABLE_BUT_LINES = /[^\P{Cc}\t\n\r]|[\p{Cs}\u202a-\u202e\u2066-\u2069\ufffe\uffff]/u

const text = (label: string, most: number, unshowable: RegExp) =>
  yup
    .string()
    .strict()
    .label(label)
    .typeError(`${label} must be text`)
    .trim(`${label} begins or ends with a space`)
    .max(most, `${label} may have ${most} characters at most`)
    .test(
      'printable',
      `${label} holds characters that cannot be shown`,
      (value) => value == null || !unshowable.test(value),
    )

/**
 * At least so many characters, counted as the database does: a sign outside the basic plane is one, where a string's own length says two.
 *
 * @example words('Reason', 300).test(...characters(10, 'Write the reason in at least ten characters'))
 */
export const characters = (least: number, message: string) =>
  ['characters', message, (value: string | null | undefined) => value == null || [...value].length >= least] as const

/** Whether a text on one line can be read by a person, and looks like no other. */
export const isShowable = (text: string): boolean => !UNSHOWABLE.test(text)

/** Text on one line. */
export const words = (label: string, most: number) => text(label, most, UNSHOWABLE)

/** Text that may run over several lines. */
export const lines = (label: string, most: number) => text(label, most, UNSHOWABLE_BUT_LINES)

export const required = (label: string) => `${label} is missing`

export const flag = (label: string) => yup.boolean().strict().typeError(`${label} must be yes or no`)

export const ID_FORM = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

/** Whether a text is an id as everything here has one. */
export const isId = (text: string): boolean => ID_FORM.test(text)

export const id = (label = 'id') => yup.string().strict().matches(ID_FORM, `${label} is not an id`)

/** Names that every object answers to: kept as a key they would find what nobody stored. */
const isMethodName = (text: string) => text in Object.prototype

/** Short name used on the quick line: letters and digits, starting with a letter. */
export const tag = (label = 'Tag') =>
  words(label, 16)
    .matches(/^[a-z][a-z0-9]*$/, `${label} is a short name of small letters and digits, such as c4`)
    .test(
      'own',
      `${label} is a word that programs keep for themselves. Choose another`,
      (value) => value == null || !isMethodName(value),
    )

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/
/** What a clock that runs at all shows while this is in use. */
const FIRST_INSTANT = Date.UTC(2000, 0, 1)
const LAST_INSTANT = Date.UTC(2100, 0, 1)

/** Whether a text is a point in time: ISO 8601 with its zone, between 2000 and 2100. */
export function isInstant(text: string): boolean {
  const time = INSTANT.test(text) ? Date.parse(text) : NaN
  return time >= FIRST_INSTANT && time < LAST_INSTANT
}

/** A point in time as a device's clock had it. */
export const instant = (label: string) =>
  words(label, 40).test(
    'instant',
    `${label} is no time between 2000 and 2100, such as 2026-01-31T09:30:00Z`,
    (value) => value == null || isInstant(value),
  )

export const choice = <T extends string>(label: string, options: readonly T[]) =>
  yup
    .string()
    .strict()
    .oneOf(options, `${label} must be one of ${options.join(', ')}`)

/** One of some words, or not known. */
export const oneOrNone = <T extends string>(label: string, options: readonly T[]) =>
  yup
    .string<T>()
    .strict()
    .nullable()
    .default(null)
    .typeError(`${label} must be text`)
    .test('known', `${label} must be one of ${options.join(', ')}`, (value) => value == null || options.includes(value))

/** 31 February parses, as a day of March. */
const isDay = (text: string) => {
  const time = Date.parse(`${text}T00:00:00Z`)
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text)
}

/** A day of the calendar, written 2026-01-31. */
export const day = (label: string) =>
  words(label, 10)
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: `${label} is a date such as 2026-01-31`, excludeEmptyString: true })
    .test('calendar', `${label} is not a date of the calendar`, (value) => value == null || isDay(value))
