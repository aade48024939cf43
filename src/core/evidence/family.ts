import type { Component, ComponentKind, CustomerPromise, Installation, PromiseKind } from '../installation/installation'
import type { RulePack } from '../rules/rulePack'
import type { BenchViewId } from './benchViews'
import type { HoldConditionRef, HoldStepId } from './holdSteps'
import type { EvidenceContext, Judgement, Point } from './point'
import type { WorkingPlace } from './workingPlaces'

/** What a family says of one of its things; the rest of the point follows from the family itself. */
export type PointText<Thing> = Pick<Point<Thing>, 'subject' | 'label' | 'why' | 'slots' | 'fullOnly' | 'componentTag'>

/**
 * A kind of point, declared in one place: what it is derived from, how it is judged, what waits for it and what it rests on.
 * Holds, Next, promises, replacements, views and counts read these declarations; no other file knows a key's spelling.
 */
export interface PointFamily<Thing = unknown> {
  id: string
  /** The day the check came in, as an ISO date; left out for those that were there from the start. A job sealed before is not asked. */
  since?: string
  /** Where it stands in the crew's order of work. */
  place: WorkingPlace
  /** The bench's view that shows its points. */
  view: BenchViewId
  /** Hold conditions that its points satisfy, each with the live step they have to precede. */
  precedes: readonly HoldConditionRef[]
  /** The live step that must be released before its points may be worked on; `null` for what is safe before any. */
  waitsFor: HoldStepId | null
  /** Kinds of component that stand behind its evidence: when one is replaced, it has to be shown again. */
  restsOn: readonly ComponentKind[]
  /** Which component of those kinds stands behind the point of this thing; left out where every one does. */
  touches?(thing: Thing, component: Component, installation: Installation): boolean
  /** Kinds of promise that its points prove; empty where they prove none, on purpose. */
  proves: readonly PromiseKind[]
  /** It wears, or can be undone unseen: a periodic visit asks for it again. */
  periodic?: true
  /** Times of the work itself and things said between two people: kept like readings, but nothing that has to be shown. */
  timing?: true
  /** The things that the points are about, one point for each. */
  things: (installation: Installation, pack: RulePack) => readonly Thing[]
  /** The point's key, unique within a job and never changed: readings are tied to it. */
  key(thing: Thing): string
  point(thing: Thing, installation: Installation, pack: RulePack): PointText<Thing>
  judge(point: Point<Thing>, context: EvidenceContext): Judgement
  /** A danger to whoever stands there: once something was read, and as long as it is not done with, nothing else comes next. */
  urgent?: true
  /** Its judge says by itself which figures count for nothing. */
  tellsFigures?: true
  /** Whether a point about this thing stands behind this promise; left out where every point of the family does. */
  standsBehind?(thing: Thing, promise: CustomerPromise): boolean
}

/** The one thing of a family whose point every job has. */
export const THE_JOB = 'job'
export type TheJob = typeof THE_JOB
export const onceAJob = (): readonly TheJob[] => [THE_JOB]
