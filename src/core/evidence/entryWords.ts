import { quantityFaultWords } from '../quantity/parseQuantity'
import type { Unit } from '../quantity/units'
import type { Slot } from './point'
import type { Ask, Refusal } from './readEntry'
import { withinSentence } from '../withinSentence'

/** A figure as it was typed, with its own unit; one that was typed bare gets the reading's. */
const withUnit = ({ said, value, unit }: { said: string | null; value: number; unit: Unit }): string =>
  said !== null && /\p{L}|%|°/u.test(said) ? said : `${said ?? value} ${unit}`

/** What is asked, in one sentence; how to answer is added by the door. */
export function askWords(ask: Ask): string {
  switch (ask.code) {
    case 'outOfRange':
      return `${ask.instrument} measures ${ask.min}–${ask.max} ${ask.unit} here, and this is ${withUnit(ask)}.`
    case 'belowZero':
      return 'This reading is below zero.'
    case 'implausible':
      return `${ask.value} ${ask.unit} is no usual figure here; ${ask.min} to ${ask.max} ${ask.unit} are.`
    case 'stepHeld':
      return `${ask.label} is held. Recorded all the same, it stays on record as measured then; the hold stays.`
  }
}

/** Why a value was refused, in one sentence that says what to do. */
export function refusalWords(why: Refusal, { label }: Pick<Slot, 'label'>): string {
  const name = withinSentence(label)
  switch (why.code) {
    case 'noSuchWord':
      return `“${why.said}” is no answer here. Type ${why.words.join(' or ')}.`
    case 'noWordHere':
      return `“${why.said}” is no answer here.`
    case 'tooLong':
      return `That is longer than ${why.most} characters. Check the ${name}.`
    case 'characters':
      return `Use letters, digits and . _ / + - for the ${name}.`
    case 'blank':
      return `The ${name} is missing.`
    case 'wrongUnit':
      return `This reading is in ${why.wanted || 'plain numbers'}, not in ${why.unit || 'plain numbers'}.`
    case 'notFinite':
      return 'This is not a finite number.'
    case 'otherDigits':
      return `The digits “${why.digits}” are not the number ${why.value}.`
    case 'boundWithoutInstrument':
      return 'Only an instrument reads “more than” or “less than”. Type the figure itself.'
    case 'overRangeOfWhat':
      return 'Over range of what? Take the instrument in hand, or type the figure it goes to, such as >999.'
    case 'wantsFile':
      return 'This is not typed: add the file or picture.'
    case 'wantsNoFile':
      return 'This point takes a typed reading, not a file.'
    case 'wantsNumberOrWord':
      return 'A reading is a number or a word.'
    case 'noQuantity':
      return quantityFaultWords(why.fault)
  }
}
