export const FAULT_QUESTIONS = [
  'tingle',
  'neighboursLit',
  'houseLit',
  'chargerStops',
  'tripped',
  'router',
  'words',
] as const
export type FaultQuestionKey = (typeof FAULT_QUESTIONS)[number]

/** A question that a practitioner asks on the telephone, with what each answer means for whoever stands there. */
export interface FaultQuestion {
  key: FaultQuestionKey
  question: string
  /** Answers to choose from with what to do at once; without them it is answered in words. */
  answers: Readonly<Record<string, { words: string; advice: string | null }>> | null
}

/** In the order in which they are asked: what can kill comes first. */
export const FAULT_CALL: readonly FaultQuestion[] = [
  {
    key: 'tingle',
    question: 'Does anything of metal tingle or give shocks when it is touched?',
    answers: {
      yes: {
        words: 'Yes',
        advice:
          'Touch nothing metal, no tap and no casing. Keep everybody away, go outside if you can, and call the network operator now. Do not wait for us.',
      },
      no: { words: 'No', advice: null },
    },
  },
  {
    key: 'neighboursLit',
    question: 'Are the neighbours lit?',
    answers: {
      yes: { words: 'Yes', advice: null },
      no: {
        words: 'No, the street is dark',
        advice:
          'The street is out, and that is no fault of yours. If your lights are on you are on your own supply: turn heavy things off so that it lasts.',
      },
      cannotSee: { words: 'I cannot see', advice: null },
    },
  },
  {
    key: 'houseLit',
    question: 'What works in your house?',
    answers: {
      all: { words: 'Everything', advice: null },
      some: { words: 'Some of it', advice: null },
      nothing: {
        words: 'Nothing',
        advice:
          'Turn off what is heavy (oven, hob, dryer, charger) and wait two minutes: it may come back by itself. Open no cover.',
      },
    },
  },
  {
    key: 'chargerStops',
    question: 'Does the car’s charger stop and start again?',
    answers: {
      yes: { words: 'Yes', advice: 'Unplug the car for now, by its own button first.' },
      no: { words: 'No', advice: null },
      none: { words: 'There is none', advice: null },
    },
  },
  {
    key: 'tripped',
    question: 'Has a switch in the board tripped?',
    answers: {
      none: { words: 'No', advice: null },
      indoors: {
        words: 'Yes, indoors',
        advice:
          'You may switch it on once. If it trips again leave it off, and never hold it: it trips to keep somebody alive.',
      },
      outdoors: {
        words: 'Yes, in an outdoor metal board or charger',
        advice: 'Leave it alone, do not touch the metal, and wait for us.',
      },
    },
  },
  {
    key: 'router',
    question: 'Did you restart the router, and did the app come back?',
    answers: {
      helped: { words: 'Yes, and it came back', advice: null },
      not: { words: 'Yes, and it did not', advice: null },
      notTried: {
        words: 'Not tried',
        advice:
          'Figures in the app from before the router was out are old. Take it out of its socket for ten seconds, then wait two minutes.',
      },
    },
  },
  { key: 'words', question: 'What did you see, hear or smell, and when?', answers: null },
]

export const MOST_FAULT_WORDS = 1000
export type FaultAnswers = Partial<Record<FaultQuestionKey, string>>

export const FAULT_URGENCIES = ['danger', 'soon', 'ordinary'] as const
/** How soon a crew has to act on a call: somebody may be hurt, the house is dark or trips, or it can wait for a day. */
export type FaultUrgency = (typeof FAULT_URGENCIES)[number]

/**
 * How urgent a call is. An answer that is missing never makes it less so than the ones that are there.
 *
 * @example faultUrgency({ tingle: 'yes' }) // 'danger'
 */
export function faultUrgency(answers: FaultAnswers): FaultUrgency {
  if (answers.tingle === 'yes') return 'danger'
  const dark = answers.houseLit === 'nothing' || (answers.houseLit === 'some' && answers.neighboursLit === 'yes')
  if (dark || answers.tripped === 'outdoors' || answers.chargerStops === 'yes') return 'soon'
  return answers.tingle === 'no' ? 'ordinary' : 'soon'
}

/** What it may be, in the crew's words: an island that nobody noticed, a lost neutral, a residual-current device near its limit. */
export function faultGuess({ tingle, neighboursLit, houseLit, chargerStops, tripped }: FaultAnswers): string {
  if (tingle === 'yes') return 'Suspect a lost neutral or a fault to earth: clamp first, open nothing (E-11).'
  if (neighboursLit === 'yes' && houseLit === 'all' && chargerStops === 'yes')
    return 'Perhaps an island that nobody noticed: the charger stops as the frequency moves. Look at the mode first.'
  if (neighboursLit === 'yes' && houseLit === 'nothing')
    return 'The street is there and the house is not: contactor, gateway or main device.'
  if (neighboursLit === 'no' && houseLit === 'nothing')
    return 'Outage without an island: battery empty, overload that used its restarts up, or a contactor that did not open.'
  if (tripped === 'indoors' || tripped === 'outdoors')
    return 'A residual-current device tripped: standing leakage against its allowance (E-10).'
  return 'Nothing stands out. The display and the mode first, from a picture or by telephone.'
}

/** Pictures that a household may add to one call. */
export const MOST_CALL_PICTURES = 6

/** What a picture of a call is kept under. */
export const faultCallSubject = (callId: string): string => `faultCall.${callId}`
