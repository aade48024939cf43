import type { Measured } from '../installation/installation'

/** A test as testers name it in their memory, and the slot that takes it. */
export interface TestKind {
  id: string
  label: string
  /** Words of the languages that testers speak; the first kind that a text holds a word of is meant. */
  words: RegExp
  measures: Measured
  /** Last word of the slot's path, where the quantity alone leaves several. */
  slot?: string
}

/** The special before the general: “RCD 5×” before “RCD”, and that before “earth”. */
export const TEST_KINDS: readonly TestKind[] = [
  {
    id: 'rcdX5',
    label: 'trip time at 5 ×',
    words: /(rcd|rccb|gfci|fi\b|fid|diff|ddr).*(5\s*(x|×|\*|i)|x\s*5|×\s*5|i\s*[x×]\s*5)/i,
    measures: 'rcdTime',
    slot: 'x5',
  },
  {
    id: 'rcdRamp',
    label: 'trip current, by ramp',
    words: /(rcd|rccb|gfci|fi\b|fid|diff|ddr).*(ramp|rampe|ansteig|i ?trip|trip ?current|auslösestrom|courant)/i,
    measures: 'rcdCurrent',
    slot: 'ramp',
  },
  {
    id: 'rcdX1',
    label: 'trip time at 1 ×',
    words: /(rcd|rccb|gfci|fi\b|fid|diff|ddr).*(1\s*(x|×|\*|i)|x\s*1|×\s*1|i\s*[x×]\s*1)/i,
    measures: 'rcdTime',
    slot: 'x1',
  },
  {
    id: 'insulation',
    label: 'insulation resistance',
    words: /insul|isola|isolier|aisla|\br ?iso\b|\biso\b|\bir\b/i,
    measures: 'insulation',
  },
  {
    id: 'continuity',
    label: 'protective conductor',
    words: /contin|r1\s*\+\s*r2|r ?low|niederohm|durchgang|schutzleiter|low ?ohm|bonding|\brpe\b/i,
    measures: 'continuity',
  },
  {
    id: 'electrode',
    label: 'earth electrode',
    words:
      /electrode|elektrode|erder|erdung|earth ?res|ground ?res|prise de terre|puesta a tierra|picchetto|fall.?of.?pot|\bra\b|\bre\b/i,
    measures: 'electrodeResistance',
  },
  {
    id: 'loop',
    label: 'fault loop',
    words: /loop|schleif|boucle|bucle|anello|\bzs\b|\bz ?s\b|\bze\b|\bzi\b|impedan/i,
    measures: 'loopResistance',
  },
  {
    id: 'leakage',
    label: 'clamp on an earth conductor',
    words: /leak|ableit|fuite|fuga|clamp|zange|pince|pinza/i,
    measures: 'earthCurrent',
  },
  {
    id: 'dcVoltage',
    label: 'DC voltage',
    words: /\b(u|v) ?(dc|oc)\b|dc ?volt|voc|gleichspann/i,
    measures: 'dcVoltage',
  },
  {
    id: 'frequency',
    label: 'frequency',
    words: /freq|frequenz|fréquence|frecuencia/i,
    measures: 'frequency',
  },
  {
    id: 'voltage',
    label: 'voltage',
    words: /volt|spannung|tension|tensi|\bu ?(ln|lpe|npe|l-n|n-pe|l-pe)\b/i,
    measures: 'voltage',
  },
]

/**
 * The kind of test that a text of a tester's memory speaks of; `null` where it speaks of none.
 *
 * @example testKindOf('RCD 5xI 0°')?.id // 'rcdX5'
 * @example testKindOf('Riso L-PE')?.id  // 'insulation'
 */
export const testKindOf = (text: string): TestKind | null => TEST_KINDS.find(({ words }) => words.test(text)) ?? null
