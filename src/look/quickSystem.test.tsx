import {
  Badge,
  Box,
  Button,
  ChakraProvider,
  Flex,
  Grid,
  Heading,
  Input,
  type SystemContext,
  Text,
  chakra,
  createSystem,
} from '@chakra-ui/react'
import { defaultBaseConfig } from '@chakra-ui/react/preset-base'
import { defaultThemeConfig } from '@chakra-ui/react/theme'
import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import fc from 'fast-check'
import { type ReactNode } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { describe, expect, it, vi } from 'vitest'
import { quickSystem } from './quickSystem'

const plainSystem = () => createSystem(defaultBaseConfig, defaultThemeConfig)
const slow = plainSystem()
const quick = quickSystem(plainSystem())

/** Elements and the text of their styles, as a server would send them. */
const drawn = (system: SystemContext, node: ReactNode) =>
  renderToStaticMarkup(
    <CacheProvider value={createCache({ key: 'look' })}>
      <ChakraProvider value={system}>{node}</ChakraProvider>
    </CacheProvider>,
  )

const Card = chakra('section', { base: { p: '2', bg: 'red.100' }, variants: { wide: { true: { w: '100%' } } } })
const Framed = chakra(Card, { base: { borderWidth: '1px', p: '4' } })

const lengths = fc.constantFrom('1', '2', '14px', '50%', 0, 4, '0', 'auto', undefined)
const colours = fc.constantFrom('red.100', 'fg', 'transparent', '#123456', undefined)
const styles = fc.record(
  {
    p: lengths,
    px: lengths,
    mt: lengths,
    w: fc.oneof(lengths, fc.constant({ base: '100%', lg: '12px' }), fc.constant(['1px', null, '3px'])),
    color: colours,
    bg: fc.oneof(colours, fc.constant({ base: 'red.100', _dark: 'red.900' })),
    borderWidth: fc.constantFrom('1px', 1, '1px !important'),
    _hover: fc.constantFrom({ bg: 'red.200' }, { color: 'fg', _dark: { color: 'red.50' } }),
    css: fc.constantFrom({ '& span': { mt: '2' } }, [{ p: '1' }, { '--own': 'x' }], undefined),
    hideBelow: fc.constantFrom('lg', undefined),
    lineClamp: fc.constantFrom(1, 2, undefined),
    className: fc.constantFrom('punch', undefined),
    title: fc.constantFrom('a', undefined),
  },
  { requiredKeys: [] },
)
const KINDS = [
  Box,
  Flex,
  Grid,
  Text,
  Heading,
  chakra.button,
  chakra.svg,
  Button,
  Input,
  Badge,
  Card,
  Framed,
] as unknown as readonly ((props: { children?: ReactNode }) => ReactNode)[]
const VOID = KINDS.indexOf(Input as never)
const elements = fc.array(fc.tuple(fc.nat(KINDS.length - 1), styles), { minLength: 1, maxLength: 6 })

function tree(list: readonly (readonly [number, object])[]): ReactNode {
  return list.map(([kind, props], k) => {
    const Kind = KINDS[kind] as (props: { children?: ReactNode }) => ReactNode
    return kind === VOID ? <Kind key={k} {...props} /> : <Kind key={k} {...props}>{`no ${k}`}</Kind>
  })
}

describe('a quick look', () => {
  it('draws every element as the look it is made of, first and again', () => {
    fc.assert(
      fc.property(elements, (list) => {
        const known = drawn(slow, tree(list))
        expect(drawn(quick, tree(list))).toBe(known)
        expect(drawn(quick, tree(list))).toBe(known)
      }),
      { seed: 46, numRuns: 200 },
    )
  })

  it('takes a number and its text, a value and none, an object and what it looks like written out for what they are', () => {
    const pairs: [object, object][] = [
      [{ mt: 4 }, { mt: '4' }],
      [{ zIndex: 1 }, { zIndex: '1px' }],
      [{ color: 'undefined' }, { color: undefined }],
      [{ w: ['1px', '2px'] }, { w: '1px,2px' }],
      [{ w: { base: '1px' } }, { w: '[object Object]' }],
      [{ _hover: { p: '1', m: '2' } }, { _hover: { p: '1' }, m: '2' }],
    ]
    for (const [one, other] of pairs) {
      expect(drawn(quick, <Box {...one} />)).toBe(drawn(slow, <Box {...one} />))
      expect(drawn(quick, <Box {...other} />)).toBe(drawn(slow, <Box {...other} />))
    }
  })

  it('works a style out once, however often it is drawn', () => {
    const system = plainSystem()
    const css = vi.fn(system.css)
    const counted = quickSystem({ ...system, css: css as unknown as typeof system.css })
    const row = () => (
      <Flex p="2" _hover={{ bg: 'red.200' }}>
        <Box color="fg">a</Box>
      </Flex>
    )
    drawn(counted, row())
    const once = css.mock.calls.length
    for (let k = 0; k < 20; k++) drawn(counted, row())
    expect(once).toBeGreaterThan(0)
    expect(css).toHaveBeenCalledTimes(once)
  })

  it('gives up what it kept before it grows without end', () => {
    const many = Array.from({ length: 5000 }, (_, k) => <Box key={k} w={`${k}px`} />)
    expect(drawn(quick, many)).toBe(drawn(slow, many))
    expect(drawn(quick, <Box w="3px" p="2" />)).toBe(drawn(slow, <Box w="3px" p="2" />))
  })
})
