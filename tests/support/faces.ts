import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { FaceFiles } from '@/features/print/printPen'

const require = createRequire(import.meta.url)
const text = (weight: string) =>
  readFileSync(
    require.resolve(`@expo-google-fonts/atkinson-hyperlegible-next/${weight}/AtkinsonHyperlegibleNext_${weight}.ttf`),
  )

/** The faces of a printed sheet, as the browser fetches them. */
export const FACES: FaceFiles = {
  regular: text('400Regular'),
  bold: text('700Bold'),
  signs: readFileSync('src/look/faces/printSigns.ttf'),
}
