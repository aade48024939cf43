import fontkit from '@pdf-lib/fontkit'
import { readFileSync } from 'node:fs'
import { NO_SIGN } from '@/look/signRanges'
import { REPORT_FACES } from './reportFonts'

let held: ReadonlySet<number> | null = null

/** Code points that can be printed in both weights. */
function heldSigns(): ReadonlySet<number> {
  held ??= new Set(
    Object.values(REPORT_FACES).flatMap(({ regular, bold }) => {
      const [signs, inBold] = [regular, bold].map((path) => fontkit.create(readFileSync(path)).characterSet)
      const both = new Set(inBold)
      return signs?.filter((sign) => both.has(sign)) ?? []
    }),
  )
  return held
}

const isPrinted = (sign: string) => sign === '\n' || sign === '\u00ad' || heldSigns().has(sign.codePointAt(0) ?? -1)

/**
 * A text as the report's faces can print it: letters that were typed as two are one, and what no face holds is `NO_SIGN`.
 *
 * @example printable('Küche 🔌') // 'Küche □'
 */
export const printable = (text: string): string =>
  [...text.normalize('NFC')].map((sign) => (isPrinted(sign) ? sign : NO_SIGN)).join('')

/** Whether a text holds a sign that is printed as `NO_SIGN`. */
export function hasUnprinted(text: string): boolean {
  for (const sign of text.normalize('NFC')) if (!isPrinted(sign)) return true
  return false
}
