import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ValidationError } from 'yup'
import { CALC_CODES } from '@/cli/calcCodes'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** Fields whose absence means that nobody set such a limit or that there is no such thing, not that nobody knows: by code. */
const MAY_BE_ABSENT: Readonly<Record<string, readonly string[]>> = {
  'S-1': ['tolerance', 'read'],
  'S-2': ['toleranceS', 'powerFactor'],
  'S-4': ['vehicle', 'orderSet', 'tested'],
  'T-7': ['waitMinS', 'waitMaxS', 'limitS', 'promisedClass', 'resolutionMs', 'pv', 'id', 'couldW', 'events'],
  'T-9': ['surgeW', 'surgeS', 'restartWaitS', 'handRestarts', 'devices'],
  'T-11': ['soc', 'fullSoc', 'floorSoc', 'residualLimitW', 'allowedS', 'observed'],
}

/** Every place in an input that holds a value, outside long lists of rows. */
function placesIn(value: Json, path: string[] = []): string[][] {
  if (Array.isArray(value))
    return value.length > 20 ? [] : value.flatMap((one, k) => placesIn(one, [...path, String(k)]))
  if (value === null || typeof value !== 'object') return value === null ? [] : [path]
  return [
    ...(path.length > 0 ? [path] : []),
    ...Object.entries(value).flatMap(([key, one]) => placesIn(one, [...path, key])),
  ]
}

function without(input: Json, path: readonly string[]): Json {
  const copy = structuredClone(input)
  const parent = path.slice(0, -1).reduce<Json>((at, key) => (at as Record<string, Json>)[key] as Json, copy)
  ;(parent as Record<string, Json>)[path.at(-1) as string] = null
  return copy
}

/** The verdict of an input; `refused` where it is not taken at all. */
function verdictOf(code: string, input: Json): unknown {
  try {
    return (CALC_CODES[code]?.run(input) as { verdict: unknown }).verdict
  } catch (error) {
    if (error instanceof ValidationError || error instanceof RangeError) return 'refused'
    throw error
  }
}

describe.each(Object.keys(MAY_BE_ABSENT))('%s with one value fewer', (code) => {
  const { cases } = JSON.parse(readFileSync(new URL(`../reference/vectors/${code}.json`, import.meta.url), 'utf8')) as {
    cases: { name: string; input: Json }[]
  }

  it.each(cases)('$name: never becomes Proven for it', ({ input }) => {
    const before = verdictOf(code, input)
    const tried = placesIn(input).filter((path) => !path.some((key) => MAY_BE_ABSENT[code]?.includes(key)))
    const better = tried.filter((path) => verdictOf(code, without(input, path)) === 'proven')
    expect(tried.length).toBeGreaterThan(0)
    expect(before === 'proven' ? [] : better.map((path) => path.join('.'))).toEqual([])
  })
})

it('would notice: a limit that may be absent does make a Stop pass', () => {
  const { cases } = JSON.parse(readFileSync(new URL('../reference/vectors/T-7.json', import.meta.url), 'utf8')) as {
    cases: { name: string; input: Json }[]
  }
  const early = cases.find(({ name }) => name === 'back too early for the network') as { input: Json }
  expect([verdictOf('T-7', early.input), verdictOf('T-7', without(early.input, ['waitMinS']))]).toEqual([
    'stop',
    'proven',
  ])
})
