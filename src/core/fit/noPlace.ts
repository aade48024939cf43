/** Why a task can have no place in the crew's day: a code and its facts. */
export type NoPlace =
  | { code: 'ring'; ring: readonly string[] }
  | { code: 'noTime' }
  | { code: 'nobody' }
  | { code: 'tooFewPeople'; needs: number; has: number }
  | { code: 'noLicence' }
  | { code: 'unknownBefore'; before: string }
  | { code: 'noVisit'; visit: string }
  | { code: 'noDeliveryDay'; delivery: string }
  | { code: 'deliveryTooLate'; delivery: string }
  | { code: 'pinOutside' }
  | { code: 'noWindow'; minutes: number }
  | { code: 'waitsFor'; before: string }
  | { code: 'pinTaken' }
  | { code: 'pinTooEarly'; before: string }
  | { code: 'pinNotIsolated' }
  | { code: 'nobodyFree' }

/**
 * A reason in words that say what to change; `nameOf` gives tasks and visits the names people know them by.
 *
 * @example
 * noPlaceWords({ code: 'waitsFor', before: 't2' }, () => 'Mount the gateway') // => 'It waits for “Mount the gateway”, which has no place.'
 */
export function noPlaceWords(reason: NoPlace, nameOf: (id: string) => string): string {
  switch (reason.code) {
    case 'ring':
      return `It waits for itself in a ring: ${[...reason.ring, ...reason.ring.slice(0, 1)].map(nameOf).join(' waits for ')}. Take one of these out.`
    case 'noTime':
      return 'It takes no time; give it minutes above 0.'
    case 'nobody':
      return 'Nobody does it; give it one person at least.'
    case 'tooFewPeople':
      return `It needs ${reason.needs} people; the crew has ${reason.has}. Ask one more, or split it.`
    case 'noLicence':
      return 'Only a licensed person may do it, and nobody in the crew is licensed. Ask one.'
    case 'unknownBefore':
      return `It waits for “${reason.before}”, which is not there.`
    case 'noVisit':
      return `It needs the visit of “${nameOf(reason.visit)}”, and none is announced.`
    case 'noDeliveryDay':
      return `It needs “${nameOf(reason.delivery)}”, which is not on site, and nobody has said when it comes.`
    case 'deliveryTooLate':
      return `It needs “${nameOf(reason.delivery)}”, which comes after the days of the work. Move the day, or the delivery.`
    case 'pinOutside':
      return 'It is pinned to a time at which it may not be done. Take the pin off, or move it.'
    case 'noWindow':
      return `No stretch of ${reason.minutes} minutes is left of the hours in which it may be done. Lengthen the window, or split the task.`
    case 'waitsFor':
      return `It waits for “${nameOf(reason.before)}”, which has no place.`
    case 'pinTaken':
      return 'At the time it is pinned to, its people are taken by another pinned task.'
    case 'pinTooEarly':
      return `It is pinned to begin before “${nameOf(reason.before)}” ends. Move the pin.`
    case 'pinNotIsolated':
      return 'It is work on dead parts, pinned to a day on which nothing is isolated before it. An isolation does not survive a night: pin it to the day of its isolation.'
    case 'nobodyFree':
      return 'No time is left in its windows at which enough people are free.'
  }
}
