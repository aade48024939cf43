/** How a signal gets from one end to the other; `bridged` where a wire and something else share the way. */
export const DATA_CARRIERS = ['wired', 'wireless', 'bridged'] as const
export type DataCarrier = (typeof DATA_CARRIERS)[number]

export const DATA_SIGNALS = ['network', 'rs485', 'can', 'transformer', 'contact'] as const
/** What is on a data or control cable. */
export type DataSignal = (typeof DATA_SIGNALS)[number]

export const SHIELD_ENDS = ['none', 'near', 'far', 'both'] as const
/** At which ends a shield is bonded; `none` where the cable has none. */
export type ShieldEnds = (typeof SHIELD_ENDS)[number]

export const SIGNAL_WORDS: Readonly<Record<DataSignal, string>> = {
  network: 'network',
  rs485: 'RS-485 pair',
  can: 'CAN pair',
  transformer: 'leads of a current transformer',
  contact: 'dry contact',
}

export const SHIELD_WORDS: Readonly<Record<ShieldEnds, string>> = {
  none: 'no shield',
  near: 'bonded at the near end only',
  far: 'bonded at the far end only',
  both: 'bonded at both ends',
}

/** How far a signal carries by its standard, in metres, and which; where the length depends on speed or maker there is none. */
export const SIGNAL_REACH: Readonly<Record<DataSignal, { mostM: number; basis: string } | null>> = {
  network: { mostM: 100, basis: 'ISO/IEC 11801: a channel of balanced cable is 100 m.' },
  rs485: { mostM: 1200, basis: 'TIA-485-A: 1,200 m at low speed; the maker may allow less.' },
  can: null,
  transformer: null,
  contact: null,
}

/** A pin at the near end and the one it lands on at the far end. */
export interface PinPair {
  near: string
  far: string
}

/** One pin's name: a number, a letter or both, such as `3`, `A` or `GND`. */
const PIN_PAIR = /^([A-Za-z0-9+]{1,6})-([A-Za-z0-9+]{1,6})$/

/** A pin-out as it was read, or why it is none. */
export type PinOut = { ok: true; pairs: PinPair[] } | { ok: false; message: string }

/**
 * The pin-out or order of pairs of a data cable: near and far pin joined by a dash, pairs parted by spaces. A pin that stands twice at one end is refused.
 *
 * @example
 * parsePinOut('1-1 2-2 A-B') // => { ok: true, pairs: [{ near: '1', far: '1' }, { near: '2', far: '2' }, { near: 'A', far: 'B' }] }
 * parsePinOut('1-1 1-2') // => { ok: false, message: 'Pin 1 stands twice at the near end.' }
 */
export function parsePinOut(text: string): PinOut {
  const written = text.split(/[\s,;]+/).filter(Boolean)
  if (written.length === 0) return { ok: false, message: 'Write each pin with the one it lands on, such as 1-1 2-2.' }
  const seen = { near: new Set<string>(), far: new Set<string>() }
  const pairs: PinPair[] = []
  for (const part of written) {
    const [, near, far] = PIN_PAIR.exec(part) ?? []
    if (near === undefined || far === undefined)
      return { ok: false, message: `“${part}” is no pair of pins; write near and far pin, such as 1-1 2-2.` }
    if (seen.near.has(near)) return { ok: false, message: `Pin ${near} stands twice at the near end.` }
    if (seen.far.has(far)) return { ok: false, message: `Pin ${far} stands twice at the far end.` }
    seen.near.add(near)
    seen.far.add(far)
    pairs.push({ near, far })
  }
  return { ok: true, pairs }
}

/** How far this run may go: as its maker says, else as the standard of its signal; `null` where neither says. */
export function reachOf({
  signal,
  mostM,
}: {
  signal: DataSignal | null
  mostM: number | null
}): { mostM: number; basis: string } | null {
  if (mostM !== null) return { mostM, basis: 'Its maker’s, as entered for this run.' }
  return signal === null ? null : SIGNAL_REACH[signal]
}
