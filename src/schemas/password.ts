import * as yup from 'yup'

export const PASSWORD_LEAST = 10
export const PASSWORD_MOST = 128

/** Words that are tried first by whoever guesses; a password is not one of them with digits and signs around it. */
const GUESSED_FIRST = new Set(
  'password passwort passw0rd qwertyuiop qwertzuiop letmein welcome iloveyou administrator changeme electric battery awlbright secret'.split(
    ' ',
  ),
)

const lettersOf = (text: string) => text.toLowerCase().replace(/^[^a-z]+|[^a-z]+$/g, '')

/** Whether each character is the last one, or always the next or always the one before it: aaaaaa, 1234567890, fedcba. */
const isARow = (text: string) => {
  const steps = [...text].slice(1).map((character, k) => character.charCodeAt(0) - text.charCodeAt(k))
  // on a keyboard the nought comes after the nine
  const walked = steps.map((step) => (Math.abs(step) === 9 ? -Math.sign(step) : step))
  return walked.every((step) => step === walked[0] && Math.abs(step) <= 1)
}

/** Whether a few characters are written again and again: 1234512345. */
const isRepeated = (text: string) => /^(.{1,5})\1+.{0,4}$/.test(text)

/**
 * Why a password is too weak, in words for the person who chose it; `null` for one that will do. Length counts, not signs: a few words in a row are fine.
 *
 * @example passwordWeakness('lamp over the bench', 'ana@x.example') // null
 * @example passwordWeakness('1234567890', 'ana@x.example')          // 'That is the first thing somebody would try. …'
 */
export function passwordWeakness(password: string, email: string): string | null {
  if (password.length < PASSWORD_LEAST)
    return `A password has ${PASSWORD_LEAST} characters at least; a few words in a row are easy to keep in mind.`
  if (password.length > PASSWORD_MOST) return `A password has ${PASSWORD_MOST} characters at most.`
  const guessed = 'That is the first thing somebody would try. Take a few words in a row.'
  if (isARow(password) || isRepeated(password) || new Set(password).size < 4 || GUESSED_FIRST.has(lettersOf(password)))
    return guessed
  const [local = ''] = email.toLowerCase().split('@')
  if (local.length >= 4 && lettersOf(password) === lettersOf(local))
    return 'The password is your own address. Take another.'
  return null
}

/** A password as it is sent: any characters, bounded. Whether it is strong enough is said by `passwordWeakness`, which knows whose it is. */
export const password = (label: string) =>
  yup
    .string()
    .strict()
    .typeError(`${label} must be text`)
    .required(`${label} is missing`)
    .max(PASSWORD_MOST, `${label} has ${PASSWORD_MOST} characters at most`)
