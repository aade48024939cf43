'use client'
import { chakra, defineRecipe } from '@chakra-ui/react'
import { GLOVED, GLOVED_PX, OWN_LEAST_HEIGHT } from '@/look/gloved'

const recipe = defineRecipe({
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    justifyContent: 'center',
    cursor: 'pointer',
    userSelect: 'none',
    _disabled: { cursor: 'not-allowed' },
    borderRadius: 'l1',
    fontWeight: '600',
    fontSize: '15px',
    gap: '2',
    lineHeight: '1.2',
    whiteSpace: 'normal',
    _focusVisible: { outlineWidth: '3px', outlineColor: 'focusRing', outlineOffset: '2px' },
  },
  variants: {
    variant: {
      act: {
        bg: 'ember',
        color: 'emberInk',
        _hover: { bg: 'ember', filter: 'brightness(1.08)' },
        _disabled: { opacity: 0.55 },
      },
      quiet: {
        bg: 'transparent',
        color: 'ink',
        borderWidth: '1px',
        borderColor: 'rule2',
        _hover: { bg: 'sheet2' },
        _disabled: { opacity: 0.55 },
      },
      bare: {
        bg: 'transparent',
        color: 'ink',
        textDecoration: 'underline',
        textUnderlineOffset: '3px',
        px: '1',
        _hover: { color: 'ember' },
      },
      chosen: { bg: 'ink', color: 'sheet', borderWidth: '1px', borderColor: 'ink' },
    },
    size: {
      md: { minH: '44px', minW: '44px', px: '4', py: '2' },
      sm: {
        minH: '36px',
        minW: '36px',
        px: '3',
        py: '1',
        fontSize: '14px',
        [GLOVED]: { minH: GLOVED_PX, minW: GLOVED_PX },
      },
      lg: { [OWN_LEAST_HEIGHT]: '56px', minH: '56px', px: '5', fontSize: '17px' },
      glove: { [OWN_LEAST_HEIGHT]: '72px', minH: '72px', px: '4', fontSize: '18px' },
    },
  },
  defaultVariants: { variant: 'quiet', size: 'md' },
})

/** A button: one warm accent for the next action, quiet outlines for the rest, bare words inside lists. */
export const Button = chakra('button', recipe, { defaultProps: { type: 'button' } })

/** A link that looks like a button. */
export const ButtonLink = chakra('a', recipe)
