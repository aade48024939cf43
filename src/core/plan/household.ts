import { formatNumber } from '../quantity/formatQuantity'
import type { Installation } from '../installation/installation'
import { medicalToSettle } from './medical'
import type { Plan } from './planOfInstallation'
import type { Unknown } from './surveyChecklist'

/** Plain questions to the household; the answers are words of these lists or short text. */
export interface HouseholdQuestion {
  key: string
  question: string
  options: Readonly<Record<string, string>> | null
}

const YES_NO = { yes: 'yes', no: 'no', unsure: 'I am not sure' } as const

export const HOUSEHOLD_QUESTIONS: readonly HouseholdQuestion[] = [
  {
    key: 'outages',
    question: 'How often does the power fail, and for how long at worst?',
    options: {
      rarely: 'hardly ever',
      minutes: 'now and then, for minutes',
      hours: 'some times a year, for hours',
      days: 'for days at a time',
    },
  },
  { key: 'keep', question: 'What must never go off?', options: null },
  {
    key: 'medical',
    question: 'Does anybody depend on equipment that needs power, such as a breathing aid or a medicine fridge?',
    options: YES_NO,
  },
  {
    key: 'turnOff',
    question: 'When the power fails, would you turn off the oven, the dryer or the car charger yourself?',
    options: { gladly: 'gladly', ifTold: 'if I am told which', no: 'no, it should run by itself' },
  },
  {
    key: 'heating',
    question: 'How is the house heated?',
    options: {
      heatPump: 'heat pump',
      direct: 'electric heaters',
      gas: 'gas',
      oil: 'oil',
      other: 'wood or something else',
    },
  },
  {
    key: 'car',
    question: 'Is there an electric car, or one to come?',
    options: { charger: 'yes, with a charger', socket: 'yes, from a socket', soon: 'soon', no: 'no' },
  },
  {
    key: 'solar',
    question: 'Are there solar panels or a battery already?',
    options: { panels: 'panels', battery: 'panels and a battery', no: 'neither', unsure: 'I am not sure' },
  },
  { key: 'pool', question: 'Is there a hot tub, a sauna, a pump or an air conditioner?', options: null },
]

/** Pictures the household is asked for; the key is the subject the picture is kept under. */
export const HOUSEHOLD_PICTURES: readonly { key: string; label: string; hint: string }[] = [
  {
    key: 'board',
    label: 'The board with its lid open',
    hint: 'Open the lid only, not the cover behind it. Stand back so that all switches are in the picture.',
  },
  {
    key: 'fuse',
    label: 'The main fuse or main switch',
    hint: 'So that its number can be read. Do not pull or touch it.',
  },
  { key: 'meter', label: 'The meter and what is around it', hint: 'Leave seals as they are.' },
  {
    key: 'plates',
    label: 'Nameplates',
    hint: 'Heat pump, air conditioner, pump, car charger: the metal or paper plate with the numbers.',
  },
]

export type FirstWord = 'wholeHouse' | 'essentials' | 'notYet'
export const FIRST_WORDS = ['wholeHouse', 'essentials', 'notYet'] as const satisfies readonly FirstWord[]
export const FIRST_WORD_TEXT: Readonly<Record<FirstWord, string>> = {
  wholeHouse: 'The whole house can stay on.',
  essentials: 'What matters most can stay on.',
  notYet: 'We cannot say yet.',
}

/** A first word for the household, drafted by the program and shown only once the office has confirmed it. */
export interface FirstWordDraft {
  word: FirstWord
  because: string
}

/** Motors that keep the whole house from staying on, by name. */
const namesOf = (loads: readonly { name: string }[]) => loads.map(({ name }) => name).join(', ')

/**
 * Drafts the honest first word, over every load of the house: whole house when the demand practically never passes the limits and every motor can
 * start, essentials when what is planned to stay on can, not yet – with what is missing first – while limits, demand or a motor are Open, or
 * somebody depends on equipment that nobody has provided for.
 */
export function firstWordDraft(
  plan: Pick<Plan, 'wholeHouse' | 'staying' | 'motors'>,
  unknowns: readonly Unknown[],
  installation: Pick<Installation, 'site'>,
): FirstWordDraft {
  const { wholeHouse, staying, motors } = plan
  const unsettled = medicalToSettle(installation)
  if (unsettled !== null)
    return {
      word: 'notYet',
      because:
        'Somebody in your house may depend on equipment that needs power: we settle first how it is provided for.',
    }
  if (wholeHouse.school === 'automaticWholeHome')
    return {
      word: 'wholeHouse',
      because:
        'What your house uses, with everything in it, stays below what the battery can give at practically all times.',
    }
  const { shareAboveNight } = wholeHouse
  if (staying.school === null || shareAboveNight === null) {
    const first = unknowns.slice(0, 2).map(({ question }) => question)
    return {
      word: 'notYet',
      because:
        first.length > 0 ? `We still have to find out: ${first.join(' ')}` : 'We still have to look at the figures.',
    }
  }
  const cannot = motors.filter(({ asIs }) => asIs.verdict === 'exceeds').map(({ load }) => load)
  const heavy =
    shareAboveNight > 0
      ? `Your whole house would ask for more than the battery can give about ${formatNumber(100 * shareAboveNight, 2)} % of the time, so some large appliances stay off while the power is out.`
      : 'Some appliances stay off while the power is out.'
  return {
    word: 'essentials',
    because: cannot.length > 0 ? `${heavy} ${namesOf(cannot)} cannot start on the battery as it is.` : heavy,
  }
}
