/** Signs of quantities that are written with a small second letter. */
const SIGNS = /^(Voc|Isc|Vmp|Imp|Ze|Zs|Ra|Hz|Nm)\b/

/**
 * A label as it stands within a sentence: its first letter small, but that of a sign or an abbreviation.
 *
 * @example withinSentence('Inverter terminals, L1 to neutral') // 'inverter terminals, L1 to neutral'
 * @example withinSentence('PV coupling') // 'PV coupling'
 */
export const withinSentence = (label: string): string =>
  /^(\p{Lu}\p{Ll}|A )/u.test(label) && !SIGNS.test(label) ? label.slice(0, 1).toLowerCase() + label.slice(1) : label
