import type { Instrument, Measured } from '../installation/installation'
import { refusalWords } from './entryWords'
import type { HoldStep } from './holdSteps'
import type { Point, Slot } from './point'
import { type Ask, type EnteredValue, readEntry } from './readEntry'

export interface Target {
  point: Point
  slot: Slot
}

/** What the quick line makes of a text. Only `ready` may be stored; `ask` wants a second Enter from a person. */
export type QuickLineState =
  | { kind: 'empty' }
  | { kind: 'incomplete'; targets: readonly Target[]; hint: string }
  | { kind: 'ready'; target: Target; value: EnteredValue }
  | { kind: 'ask'; target: Target; value: EnteredValue; asks: readonly Ask[] }
  | { kind: 'error'; message: string; targets: readonly Target[] }

export interface QuickLineContext {
  points: readonly Point[]
  /** Grid or island: decides between slots that differ in nothing else. */
  mode: 'grid' | 'island'
  /** The instrument a quantity is measured with, for its range. */
  instrumentFor: (measures: Measured | null) => Instrument | null
  /** The live step that a point waits for and that is still held. */
  heldBy?: (point: Point) => HoldStep | null
}

interface Reach {
  target: Target
  /** Path words found. */
  found: number
  complete: boolean
  /** Places of the words that belong to the value. */
  rest: number[]
  /** The typed mode word, if there was one. */
  modeTyped: boolean
  /** Typed words that only begin a path word. */
  partial: boolean
}

function reach(point: Point, slot: Slot, words: readonly string[]): Reach | null {
  const rest: number[] = []
  let found = 0
  let modeTyped = false
  let partial = false
  for (const [index, word] of words.entries()) {
    const wanted = slot.path[found]
    if (rest.length === 0 && wanted === word) found++
    else if (slot.optional?.includes(word)) modeTyped ||= word === slot.mode
    else if (rest.length === 0 && wanted?.startsWith(word) && index === words.length - 1 && !/^[\d.,]+$/.test(word)) {
      partial = true
    } else rest.push(index)
  }
  if (found === 0 && !partial) return null
  return { target: { point, slot }, found, complete: found === slot.path.length, rest, modeTyped, partial }
}

/** The words that call a slot and no other: where the same test is made on the grid and in island mode, the mode is one of them. */
export const spokenPath = ({ slot }: Target) => [...slot.path, ...(slot.mode ? [slot.mode] : [])].join(' ')

/** An id as one word of the quick line: small letters and digits. */
export const spokenId = (id: string): string => id.toLowerCase().replace(/[^a-z0-9]/g, '')

/** What to type for a slot, for the completion list. */
export function exampleOf(target: Target): string {
  const { slot } = target
  const value =
    slot.input.kind === 'quantity'
      ? `… ${slot.input.unit}`
      : slot.input.kind === 'word'
        ? Object.keys(slot.input.words).join(' | ')
        : '…'
  return `${spokenPath(target)} ${value}`
}

/**
 * Reads one line such as `ra 62 38.2`, `ne .4`, `rcd c4 x5 22`, `serial pack2 K7Q4`, `join w2 yes`.
 *
 * Point words come first, in order; mode words (`island`, `grid`) may stand anywhere. Nothing is guessed: a unit that does not fit is an
 * error, a value outside the instrument's range and a text that fits two points ask.
 */
export function readQuickLine(text: string, context: QuickLineContext): QuickLineState {
  const words = text.trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) return { kind: 'empty' }
  const lower = words.map((word) => word.toLowerCase())
  const reached = context.points.flatMap((point) =>
    point.slots.flatMap((slot) => (slot.path.length === 0 ? [] : (reach(point, slot, lower) ?? []))),
  )
  if (reached.length === 0)
    return {
      kind: 'error',
      targets: [],
      message: `“${words[0]}” is no point of this job. Press ? for the words, or pick one below.`,
    }
  const longest = Math.max(...reached.map(({ found }) => found))
  const best = reached.filter(({ found }) => found === longest)
  const complete = best.filter((candidate) => candidate.complete && !candidate.partial)
  const begun = best.filter(({ partial }) => partial)
  // a word that begins one name leaves out the names it does not begin
  const unfinished = begun.length > 0 ? begun : best.filter((candidate) => !candidate.complete)
  const withValue = complete.filter(({ rest }) => rest.length > 0)
  if (withValue.length === 0) {
    const targets = (complete.length > 0 ? byMode(complete, context.mode) : unfinished).map(({ target }) => target)
    if (complete.length === 0 && unfinished.every(({ rest }) => rest.length > 0)) {
      const word = unfinished[0]?.rest[0]
      return {
        kind: 'error',
        targets,
        message: `“${word === undefined ? '' : lower[word]}” does not go with “${lower.slice(0, longest).join(' ')}” in this job.`,
      }
    }
    return {
      kind: 'incomplete',
      targets,
      hint:
        targets.length === 1 && targets[0]
          ? `${targets[0].slot.label}: ${exampleOf(targets[0])}`
          : 'Go on typing, or pick one.',
    }
  }
  const candidates = byMode(withValue, context.mode)
  const [chosen] = candidates
  if (!chosen) return { kind: 'empty' }
  if (candidates.length > 1)
    return {
      kind: 'error',
      targets: candidates.map(({ target }) => target),
      message: 'This fits more than one point. Pick one.',
    }
  // as typed: serial numbers are not folded, and a sentence keeps each of its words
  return valueFor(chosen.target, chosen.rest.map((index) => words[index]).join(' '), context)
}

function byMode(candidates: Reach[], mode: 'grid' | 'island'): Reach[] {
  const typed = candidates.filter(({ modeTyped }) => modeTyped)
  if (typed.length > 0) return typed
  const inMode = candidates.filter(({ target }) => target.slot.mode === undefined || target.slot.mode === mode)
  return inMode.length > 0 ? inMode : candidates
}

/** Reads a value for a known slot by the one rule of entry. */
function valueFor({ point, slot }: Target, text: string, { instrumentFor, heldBy }: QuickLineContext): QuickLineState {
  const target = { point, slot }
  const measures = slot.input.kind === 'quantity' ? slot.input.measures : null
  const answer = readEntry(
    slot,
    { kind: 'typed', text },
    { instrument: instrumentFor(measures), heldBy: heldBy?.(point) ?? null },
  )
  if (answer.kind === 'refused') return { kind: 'error', targets: [target], message: refusalWords(answer.why, slot) }
  return { ...answer, target }
}
