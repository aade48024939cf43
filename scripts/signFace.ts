// Makes src/look/faces/ anew: the signs that the text face lacks, on screens and on printed sheets, cut out of a face that has them. Run by hand when a
// range is added.
import { createRequire } from 'node:module'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import subsetFont from 'subset-font'
import { PRINT_RANGES, SIGN_RANGES } from '../src/look/signRanges'

const require = createRequire(import.meta.url)
const whole = readFileSync(require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'))

async function cut(file: string, ranges: typeof SIGN_RANGES, targetFormat: 'woff2' | 'truetype'): Promise<void> {
  const signs = ranges.flatMap(([from, to]) =>
    Array.from({ length: to - from + 1 }, (_, k) => String.fromCodePoint(from + k)),
  )
  const face = await subsetFont(whole, signs.join(''), { targetFormat })
  writeFileSync(join(import.meta.dirname, '../src/look/faces', file), face)
  console.log(`${file}: ${signs.length} signs in ${face.length} bytes`)
}

await cut('signs.woff2', SIGN_RANGES, 'woff2')
await cut('printSigns.ttf', PRINT_RANGES, 'truetype')
