import type { SystemContext } from '@chakra-ui/react'
import { css as serialized } from '@emotion/react'

/** What the library works a style out to, and what it is told of one. */
type Style = Record<string, unknown>
type Cva = ReturnType<SystemContext['cva']>

/** Kept styles beyond which all are given up: a page has some hundreds, a session of days a few thousand. */
const MOST_KEPT = 4000

/** Marks that stand in no style: what one part of a key is cannot be read as two. */
const NEXT = '\u0001'
const IS = '\u0002'
const WITHIN = '\u0003'
const DONE = '\u0004'

/** Tells a value apart from every other, the number 4 from the text; `null` for what cannot be told from its like, as a function. */
function keyOfValue(value: unknown): string | null {
  if (typeof value === 'string') return value
  if (typeof value !== 'object' || value === null)
    return typeof value === 'function' || typeof value === 'symbol' ? null : `${WITHIN}${String(value)}`
  const inner = keyOfStyle(value as Style)
  return inner === null ? null : `${Array.isArray(value) ? 'a' : 'o'}${WITHIN}${inner}${DONE}`
}

function keyOfStyle(style: Style): string | null {
  let key = ''
  for (const name in style) {
    const value = keyOfValue(style[name])
    if (value === null) return null
    key += NEXT + name + IS + value
  }
  return key
}

const isStyle = (value: unknown): value is Style => typeof value === 'object' && value !== null

/** Numbers of styles that were worked out once and are handed out again and again: they need not be looked through to be known. */
function numbering() {
  const numbers = new WeakMap<Style, number>()
  let last = 0
  return (style: Style): number => {
    const known = numbers.get(style)
    if (known !== undefined) return known
    numbers.set(style, ++last)
    return last
  }
}

/**
 * Keeps what a style came to, with its text as the style sheet takes it: the sheet's own library looks for `styles` and does not write out anew
 * what carries it. It does not show where a style's own properties are gone through.
 */
function withText(style: Style): Style {
  const { name, styles } = serialized(style as Parameters<typeof serialized>[0])
  if (!Object.isExtensible(style) || 'styles' in style || 'name' in style) return style
  return Object.defineProperties(style, {
    name: { value: name },
    styles: { value: styles },
    next: { value: undefined },
  })
}

function quickCss(css: SystemContext['css']): SystemContext['css'] {
  const kept = new Map<string, Style>()
  const numberOf = numbering()
  const keyOf = (first: unknown, others: readonly unknown[]): string | null => {
    let key = isStyle(first) ? String(numberOf(first)) : ''
    for (const other of others) {
      if (!isStyle(other)) continue
      const own = keyOfStyle(other)
      if (own === null) return null
      key += DONE + own
    }
    return key
  }
  return ((...styles: unknown[]) => {
    const [first, ...others] = styles
    // one alone is somebody's own, made for this once: what it is called by would be new each time
    const key = others.length === 0 ? null : keyOf(first, others)
    if (key === null) return css(...(styles as Parameters<typeof css>))
    const known = kept.get(key)
    if (known !== undefined) return known
    const found = withText({ ...css(...(styles as Parameters<typeof css>)) })
    if (kept.size >= MOST_KEPT) kept.clear()
    kept.set(key, found)
    return found
  }) as SystemContext['css']
}

/** One function for each kind of element, and one for each two that are put together. */
function quickCva(cva: SystemContext['cva']): SystemContext['cva'] {
  const made = new WeakMap<object, Cva>()
  const withMerges = (one: Cva): Cva => {
    const { merge } = one
    const merged = new WeakMap<object, Cva>()
    one.merge = ((other: object) => {
      const known = merged.get(other)
      if (known !== undefined) return known
      const both = withMerges(merge.call(one, other as Parameters<typeof merge>[0]) as Cva)
      merged.set(other, both)
      return both
    }) as typeof one.merge
    return one
  }
  return ((config: object = {}) => {
    const known = made.get(config)
    if (known !== undefined) return known
    const one = withMerges(cva(config as Parameters<typeof cva>[0]) as Cva)
    made.set(config, one)
    return one
  }) as SystemContext['cva']
}

function quickTest(isValid: (name: string) => boolean): (name: string) => boolean {
  const known = new Map<string, boolean>()
  return (name) => {
    const told = known.get(name)
    if (told !== undefined) return told
    const found = isValid(name)
    if (known.size < MOST_KEPT) known.set(name, found)
    return found
  }
}

/**
 * A look that gives the same styles as the one it is made of, and gives them quickly. The library makes the functions of an element anew each time
 * the element is drawn, with memories of their own that therefore remember nothing, tells its styles apart by writing them out, and has
 * the style sheet write them out once more: some eight hundred elements are drawn for one reading, and that was most of its time.
 *
 * @example const system = quickSystem(createSystem(config))
 */
export const quickSystem = (system: SystemContext): SystemContext => ({
  ...system,
  css: quickCss(system.css),
  cva: quickCva(system.cva),
  isValidProperty: quickTest(system.isValidProperty),
})
