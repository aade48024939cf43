import { createSystem, defineConfig } from '@chakra-ui/react'
// not the two as one, as the library has them: where they are put together, it works out a look of its own that nobody sees
import { defaultBaseConfig } from '@chakra-ui/react/preset-base'
import {
  animationStyles,
  breakpoints,
  checkboxSlotRecipe,
  checkmarkRecipe,
  cssVarsRoot,
  dialogSlotRecipe,
  fieldSlotRecipe,
  globalCss,
  headingRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  listSlotRecipe,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  semanticTokens,
  tabsSlotRecipe,
  textareaRecipe,
  textStyles,
  tokens,
} from '@chakra-ui/react/theme'
import { type ColourName, palette } from './palette'
import { GLOVED, GLOVED_PX, OWN_LEAST_HEIGHT } from './gloved'
import { quickSystem } from './quickSystem'

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
    html: { bg: 'paper', accentColor: 'ember' },
    body: { bg: 'paper', color: 'ink', fontFamily: 'body', fontSize: '15px', lineHeight: '1.4' },
    'h1, h2, h3': { fontFamily: 'heading', fontWeight: '600', letterSpacing: '-0.01em' },
    // marks: hundreds in a page, and none with a style of its own
    '.punch': { flex: 'none', display: 'inline-block', verticalAlign: '-0.12em' },
    ':focus-visible': { outlineColor: 'focusRing' },
    // a moment only, and most do not see it: nothing fades and comes back
    'fieldset[data-waiting] :disabled': { opacity: '1 !important', cursor: 'progress !important' },
    'input[type=checkbox]': { flex: 'none', width: '20px', height: '20px' },
    // whatever its place asks for at a desk; what is ticked is pressed on its words too
    'label:has(> input[type=checkbox]), button, select, summary, input:not([type=checkbox], [type=radio], [type=range], [type=file])':
      {
        [GLOVED]: { minHeight: `var(${OWN_LEAST_HEIGHT}, ${GLOVED_PX}) !important` },
      },
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

/** Colours of the look's library that nothing is drawn in: to work them out is half of what the library does before a page can be used. */
const UNUSED = ['orange', 'yellow', 'green', 'teal', 'blue', 'cyan', 'purple', 'pink'] as const

const withoutUnused = <T extends { colors?: object }>(tokens: T): T => ({
  ...tokens,
  colors: Object.fromEntries(
    Object.entries(tokens.colors ?? {}).filter(([name]) => !UNUSED.some((own) => own === name)),
  ),
})

/** Recipes of the library's parts that are drawn here, by the library's own names; it has fifty more, and each would be gone through before a page is alive. */
export const RECIPES = {
  heading: headingRecipe,
  input: inputRecipe,
  textarea: textareaRecipe,
  checkmark: checkmarkRecipe,
}
export const SLOT_RECIPES = {
  checkbox: checkboxSlotRecipe,
  dialog: dialogSlotRecipe,
  field: fieldSlotRecipe,
  list: listSlotRecipe,
  menu: menuSlotRecipe,
  nativeSelect: nativeSelectSlotRecipe,
  tabs: tabsSlotRecipe,
}

export const system = quickSystem(
  createSystem(
    defaultBaseConfig,
    {
      preflight: true,
      cssVarsRoot,
      globalCss,
      theme: {
        animationStyles,
        breakpoints,
        keyframes,
        layerStyles,
        recipes: RECIPES,
        slotRecipes: SLOT_RECIPES,
        textStyles,
        tokens: withoutUnused(tokens),
        semanticTokens: withoutUnused(semanticTokens),
      },
    },
    config,
  ),
)
