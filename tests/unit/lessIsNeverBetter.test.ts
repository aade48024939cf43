import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ValidationError } from 'yup'
import { CALC_CODES } from '@/cli/calcCodes'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** Fields whose absence means that nobody set such a limit or that there is no such thing, not that nobody knows: by code. */
const MAY_BE_ABSENT: Readonly<Record<string, readonly string[]>> = {
  'E-4': ['instrument', 'touchLimitV'],
  'E-5': ['instrument'],
  'E-6': ['instrument'],
  'E-8': ['instrument'],
  'E-9': ['instrumentMs', 'instrumentMa'],
  'E-11': ['instrument', 'raOhm'],
  'E-12': ['instrument', 'bondingSize'],
  'F-1': ['board'],
  // another document says it too
  'F-4': ['minShoreKm', 'ipCode'],
  'P-5': ['makerMaxLraA'],
  'P-7': ['vehicle'],
  'P-10': ['trackerStartV'],
  // without a size one is chosen, and what is missing for that exceeds nothing: the verdict stays Open
  'P-11': ['size', 'designCurrentA', 'lengthM'],
  // the survey keeps a drive of unknown phases and a battery of unknown direction Open by itself
  'P-12': ['bothWays', 'drivePhases'],
  'S-1': ['tolerance', 'read'],
  'S-2': ['toleranceS', 'powerFactor'],
  'S-4': ['vehicle', 'orderSet', 'tested'],
  'T-7': ['waitMinS', 'waitMaxS', 'limitS', 'promisedClass', 'resolutionMs', 'pv', 'id', 'couldW', 'events'],
  'T-9': ['surgeW', 'surgeS', 'restartWaitS', 'handRestarts', 'devices'],
  'T-11': ['soc', 'fullSoc', 'floorSoc', 'residualLimitW', 'allowedS', 'observed'],
  // a load whose circuit is not known is not on the ladder: it ends lower, and holds as far as it goes
  'T-14': ['circuitTag', 'breakerA'],
  'W-3': ['loop'],
  'W-6': ['chargerW', 'phaseLimitW'],
}

const CODES = Object.keys(CALC_CODES).filter((code) => existsSync(vectorsOf(code)))
/** Places of an input that are tried: all of them, or so many spread over it. */
const MOST_PLACES = 60

function vectorsOf(code: string): URL {
  return new URL(`../reference/vectors/${code}.json`, import.meta.url)
}

interface Case {
  name: string
  input: Json
}
const casesOf = (code: string): Case[] => (JSON.parse(readFileSync(vectorsOf(code), 'utf8')) as { cases: Case[] }).cases

/** Every place in an input that holds a value, outside long lists of rows. */
function placesIn(value: Json, path: string[] = []): string[][] {
  if (Array.isArray(value))
    return value.length > 20
      ? []
      : value.flatMap((one, k) => [[...path, String(k)], ...placesIn(one, [...path, String(k)])])
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

/** What is good in an answer, by its place: whatever is Proven, or fits. */
function goodIn(answer: unknown, path = ''): string[] {
  if (answer === 'proven' || answer === 'fits') return [path]
  if (answer === null || typeof answer !== 'object') return []
  return Object.entries(answer).flatMap(([key, one]) => goodIn(one, `${path}.${key}`))
}

/** What is good of an input; nothing where it is refused. Anything but a refusal is an error of the program. */
function goodOf(code: string, input: Json): string[] {
  try {
    return goodIn(CALC_CODES[code]?.run(input))
  } catch (error) {
    if (error instanceof ValidationError || error instanceof RangeError) return []
    throw error
  }
}

function tried(code: string, input: Json): string[][] {
  const absent = MAY_BE_ABSENT[code] ?? []
  const places = placesIn(input).filter((path) => !path.some((key) => absent.includes(key)))
  const step = Math.max(1, Math.ceil(places.length / MOST_PLACES))
  return places.filter((_, k) => k % step === 0)
}

it('is tried on every calculation that has reference data', () => {
  expect(CODES.length).toBeGreaterThan(40)
  expect(Object.keys(MAY_BE_ABSENT).filter((code) => !CODES.includes(code))).toEqual([])
})

describe.each(CODES)('%s with one value fewer', (code) => {
  it.each(casesOf(code).filter(({ input }) => tried(code, input).length > 0))(
    '$name: nothing becomes Proven, or fits, for it',
    ({ input }) => {
      const before = new Set(goodOf(code, input))
      const better = tried(code, input).flatMap((path) =>
        goodOf(code, without(input, path))
          .filter((place) => !before.has(place))
          .map((place) => `${path.join('.')} → ${place}`),
      )
      expect(better).toEqual([])
    },
  )
})

it('would notice: a limit that may be absent does make a Stop pass', () => {
  const early = casesOf('T-7').find(({ name }) => name === 'back too early for the network') as Case
  expect(goodOf('T-7', early.input)).not.toContain('.verdict')
  expect(goodOf('T-7', without(early.input, ['waitMinS']))).toContain('.verdict')
})

it('an electrode of which nobody knows whether it was opened needs its clamp reading', () => {
  const input = { method: '61.8', r52Ohm: 20, r618Ohm: 20, r72Ohm: 20, electrodeOpened: null, clampA: null }
  expect(goodOf('E-3', { ...input, electrodeOpened: false })).toContain('.verdict')
  expect(goodOf('E-3', input)).toEqual([])
  expect(goodOf('E-3', { ...input, clampA: 0.1 })).toContain('.verdict')
})

it('a list with nothing in one of its places is refused, not an error', () => {
  const [first] = casesOf('E-10')
  expect(() => CALC_CODES['E-10']?.run(without(first?.input ?? null, ['circuits', '0']))).toThrow(ValidationError)
})
