import { ChakraProvider } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { describe, expect, it } from 'vitest'
import { palette } from '@/look/palette'
import { colour } from '@/look/colour'
import { system } from '@/look/theme'
import { PLAN_MARKS, VERDICTS } from '@/core/rules/verdict'
import { PlanMarkWord } from './PlanMarkWord'
import { Punch, VERDICT_WORDS } from './Punch'
import { PunchShapes } from './PunchShapes'
import { VerdictWord } from './VerdictWord'

const html = (node: ReactNode) => renderToStaticMarkup(<ChakraProvider value={system}>{node}</ChakraProvider>)
/** A drawing without its colours: what is left to tell marks apart in grey. */
const shapes = () => {
  const page = renderToStaticMarkup(<PunchShapes />).replace(/(fill|stroke)="[^"]*"/g, '')
  return new Map([...page.matchAll(/<symbol id="([^"]*)"[^>]*>(.*?)<\/symbol>/g)].map(([, id, drawn]) => [id, drawn]))
}

describe('verdicts', () => {
  it('are told apart by shape alone', () => {
    const drawn = VERDICTS.map((verdict) => {
      const [, named = ''] = /href="#([^"]*)"/.exec(renderToStaticMarkup(<Punch verdict={verdict} />)) ?? []
      return shapes().get(named)
    })
    expect(drawn).not.toContain(undefined)
    expect(new Set(drawn).size).toBe(VERDICTS.length)
  })

  it.each(VERDICTS)('%s carries its word', (verdict) => {
    expect(html(<VerdictWord verdict={verdict} />)).toContain(VERDICT_WORDS[verdict])
    expect(renderToStaticMarkup(<Punch verdict={verdict} labelled />)).toContain(
      `aria-label="${VERDICT_WORDS[verdict]}"`,
    )
    expect(renderToStaticMarkup(<Punch verdict={verdict} />)).toContain('aria-hidden')
  })
})

describe('plan marks', () => {
  it('have words of their own, so that a plan never looks like evidence', () => {
    const words = PLAN_MARKS.map((mark) =>
      html(<PlanMarkWord mark={mark} />)
        .replace(/<[^>]+>/g, '')
        .replace(/\{[^}]*\}/g, ''),
    )
    for (const [k, word] of ['Fits', 'Tight', 'Open', 'Exceeds'].entries()) expect(words[k]).toContain(word)
    for (const mark of PLAN_MARKS) expect(html(<PlanMarkWord mark={mark} />)).not.toContain('Proven')
  })
})

/** Relative luminance of a colour (WCAG 2). */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
const contrast = (a: string, b: string) => {
  const [high = 0, low = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x)
  return (high + 0.05) / (low + 0.05)
}

describe.each(['paper', 'lamp'] as const)('the colours of %s', (mode) => {
  const tones = palette[mode]

  it.each(['ink', 'ink2', 'ink3', 'proven', 'watch', 'stop', 'open', 'ember', 'grid', 'island'] as const)(
    '%s can be read on every sheet',
    (tone) => {
      for (const ground of ['paper', 'sheet', 'sheet2'] as const)
        expect(contrast(tones[tone], tones[ground]), ground).toBeGreaterThanOrEqual(4.5)
    },
  )

  it('can be read on the accent and on the foot', () => {
    expect(contrast(tones.emberInk, tones.ember)).toBeGreaterThanOrEqual(4.5)
    expect(contrast(tones.footInk, tones.foot)).toBeGreaterThanOrEqual(7)
  })
})

it('names the same colours by day and by lamp', () => {
  expect(Object.keys(palette.lamp)).toEqual(Object.keys(palette.paper))
  expect(colour('emberSoft')).toBe('var(--aw-colors-ember-soft)')
})
