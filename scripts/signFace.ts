// Makes src/look/faces/signs.woff2 anew: the signs that the text face lacks, cut out of a face that has them. Run by hand when a range is added.
import { createRequire } from 'node:module'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import subsetFont from 'subset-font'
import { SIGN_RANGES } from '../src/look/signRanges'

const require = createRequire(import.meta.url)
const signs = SIGN_RANGES.flatMap(([from, to]) =>
  Array.from({ length: to - from + 1 }, (_, k) => String.fromCodePoint(from + k)),
).join('')
const whole = readFileSync(require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'))
const cut = await subsetFont(whole, signs, { targetFormat: 'woff2' })
writeFileSync(join(import.meta.dirname, '../src/look/faces/signs.woff2'), cut)
console.log(`${signs.length} signs in ${cut.length} bytes`)
