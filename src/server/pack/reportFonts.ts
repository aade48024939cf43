import { createRequire } from 'node:module'
import { Font } from '@react-pdf/renderer'

const require = createRequire(`${process.cwd()}/package.json`)
const text = (weight: string) =>
  require.resolve(`@expo-google-fonts/atkinson-hyperlegible-next/${weight}/AtkinsonHyperlegibleNext_${weight}.ttf`)

let registered = false

/** Registers the text face and, for the signs it lacks (→ µ Σ η φ ρ), the fallback; from npm packages, never from a network. */
export function registerReportFonts(): void {
  if (registered) return
  Font.register({ family: 'Text', fonts: [{ src: text('400Regular') }, { src: text('700Bold'), fontWeight: 700 }] })
  const dejavu = require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')
  Font.register({
    family: 'Signs',
    fonts: [{ src: dejavu }, { src: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'), fontWeight: 700 }],
  })
  Font.registerHyphenationCallback((word) => [word])
  registered = true
}

export const REPORT_FONTS = ['Text', 'Signs']
