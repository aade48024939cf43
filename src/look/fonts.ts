import localFont from 'next/font/local'

/** The text face: a humanist sans made for legibility. The full font files are taken, for Ω µ ½ ≤ ≥ √ Δ ∞. */
export const textFace = localFont({
  adjustFontFallback: false,
  variable: '--face-text',
  src: [
    {
      path: '../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
      weight: '400',
    },
    {
      path: '../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold/AtkinsonHyperlegibleNext_600SemiBold.ttf',
      weight: '600',
    },
    {
      path: '../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
      weight: '700',
    },
  ],
})

/** The quick line's face. */
export const monoFace = localFont({
  adjustFontFallback: false,
  variable: '--face-mono',
  src: '../../node_modules/@expo-google-fonts/atkinson-hyperlegible-mono/500Medium/AtkinsonHyperlegibleMono_500Medium.ttf',
  weight: '500',
})

/** Headings. */
export const headFace = localFont({
  adjustFontFallback: false,
  variable: '--face-head',
  src: '../../node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
  weight: '200 800',
})

/** The signs of `SIGN_RANGES`, cut out by `scripts/signFace.ts`. The ranges must stand here as text. */
export const signFace = localFont({
  adjustFontFallback: false,
  variable: '--face-signs',
  src: './faces/signs.woff2',
  declarations: [
    {
      prop: 'unicode-range',
      value: 'U+0391-0393, U+0395-03A8, U+03AA-03BB, U+03BD-03BF, U+03C1-03C9, U+2190-21FF, U+23CE, U+25A0-25FF',
    },
  ],
})

export const faceVariables = [textFace, monoFace, headFace, signFace].map(({ variable }) => variable).join(' ')
