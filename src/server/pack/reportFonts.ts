import { createRequire } from 'node:module'
import { Font } from '@react-pdf/renderer'

const require = createRequire(`${process.cwd()}/package.json`)
const text = (weight: string) =>
  require.resolve(`@expo-google-fonts/atkinson-hyperlegible-next/${weight}/AtkinsonHyperlegibleNext_${weight}.ttf`)

/** Files of the report's faces: the text face and, for the signs it lacks (→ µ Σ η φ ρ), the fallback; from npm packages, never from a network. */
export const REPORT_FACES = {
  Text: { regular: text('400Regular'), bold: text('700Bold') },
  Signs: {
    regular: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
    bold: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'),
  },
} as const

let registered = false

/** Registers the report's faces with the library that writes it. */
export function registerReportFonts(): void {
  if (registered) return
  for (const [family, { regular, bold }] of Object.entries(REPORT_FACES))
    Font.register({ family, fonts: [{ src: regular }, { src: bold, fontWeight: 700 }] })
  Font.registerHyphenationCallback((word) => [word])
  registered = true
}

export const REPORT_FONTS = Object.keys(REPORT_FACES)
