import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react'
import { type ColourName, palette } from './palette'

const names = Object.keys(palette.paper) as ColourName[]
const both = (name: ColourName) => ({ value: { base: palette.paper[name], _dark: palette.lamp[name] } })

const control = {
  borderRadius: 'l1',
  borderColor: 'rule2',
  bg: 'paper',
  color: 'ink',
  minH: '44px',
  fontSize: '16px',
  _focusVisible: { borderColor: 'ink', outlineColor: 'ink' },
  _placeholder: { color: 'ink3' },
}

const config = defineConfig({
  cssVarsPrefix: 'aw',
  globalCss: {
    '*': { fontFeatureSettings: '"tnum" 1' },
    'html, body': { height: '100%' },
    // the ground of a page that is taller than the screen
    html: { bg: 'paper' },
    body: { bg: 'paper', color: 'ink', fontFamily: 'body', fontSize: '15px', lineHeight: '1.4' },
    'h1, h2, h3': { fontFamily: 'heading', fontWeight: '600', letterSpacing: '-0.01em' },
    ':focus-visible': { outlineColor: 'focusRing' },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: 'var(--face-text), var(--face-signs), sans-serif' },
        heading: { value: 'var(--face-head), var(--face-text), var(--face-signs), sans-serif' },
        mono: { value: 'var(--face-mono), var(--face-signs), monospace' },
      },
    },
    semanticTokens: {
      colors: {
        ...Object.fromEntries(names.map((name) => [name, both(name)])),
        bg: {
          DEFAULT: both('sheet'),
          subtle: both('sheet2'),
          muted: both('sheet2'),
          panel: both('sheet'),
          emphasized: both('rule'),
        },
        fg: { DEFAULT: both('ink'), muted: both('ink2'), subtle: both('ink3'), error: both('stop') },
        border: {
          DEFAULT: both('rule'),
          muted: both('rule'),
          subtle: both('rule'),
          emphasized: both('rule2'),
          error: both('stop'),
        },
        focusRing: both('ember'),
      },
      radii: { l1: { value: '3px' }, l2: { value: '3px' }, l3: { value: '4px' } },
    },
    recipes: {
      input: { variants: { variant: { outline: control } } },
      textarea: { variants: { variant: { outline: control } } },
    },
    slotRecipes: {
      nativeSelect: { slots: ['root', 'field', 'indicator'], variants: { variant: { outline: { field: control } } } },
    },
  },
})

export const system = createSystem(defaultConfig, config)

/** A colour of the theme for drawings: follows lamp mode by itself. */
export const colour = (name: ColourName): string => `var(--aw-colors-${name.replace(/([A-Z])/g, '-$1').toLowerCase()})`
