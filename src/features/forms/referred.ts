import type { Installation } from '@/core/installation/installation'
import { fitOf } from '@/core/installation/fit'
import { itemsOf } from '@/core/installation/survey'
import type { FieldSpec, ReferredKind } from '@/schemas/fieldSpec'

interface Referred {
  /** What is stored: a short name, or a source’s own name. */
  key: string
  label: string
}

const tagged = (things: readonly { tag: string; name: string }[]): Referred[] =>
  things.map(({ tag, name }) => ({ key: tag, label: name === tag ? name : `${name} (${tag})` }))

/** The things of each kind that a job has. */
const THINGS: Readonly<Record<ReferredKind, (installation: Installation) => Referred[]>> = {
  board: ({ survey }) => tagged(itemsOf(survey, 'board')),
  circuit: ({ circuits }) => tagged(circuits),
  component: ({ components }) => tagged(components),
  delivery: ({ fit }) => tagged(fitOf(fit, 'delivery')),
  pvSystem: ({ survey }) => tagged(itemsOf(survey, 'pvSystem')),
  source: ({ sources }) => [...sources.units, ...sources.pvAc].map(({ name }) => ({ key: name, label: name })),
  task: ({ fit }) => tagged(fitOf(fit, 'task')),
  unit: ({ fit }) => tagged(fitOf(fit, 'unit')),
  visit: ({ fit }) => tagged(fitOf(fit, 'visit')),
  wall: ({ fit }) => tagged(fitOf(fit, 'wall')),
}

/**
 * A form’s fields with those that name another thing as a choice among what the job has. A name that is stored and that nothing has any more
 * is offered too, and said to be gone: the form never changes it by itself. Where there is nothing to choose the field stays a text.
 *
 * @example withReferred([spec], installation, { wallTag: 'w9' })[0].options // { w1: 'North wall (w1)', w9: 'w9, not there' }
 */
export const withReferred = (
  specs: readonly FieldSpec[],
  installation: Installation,
  stored: Readonly<Record<string, unknown>>,
): FieldSpec[] =>
  specs.map((spec) => {
    if (spec.refersTo === undefined) return spec
    const there = THINGS[spec.refersTo](installation)
    if (there.length === 0) return spec
    const own = stored[spec.name]
    const gone = typeof own === 'string' && own !== '' && there.every(({ key }) => key !== own)
    const all = gone ? [...there, { key: own, label: `${own}, not there` }] : there
    return {
      ...spec,
      kind: 'choice',
      options: Object.fromEntries(all.map(({ key, label }) => [key, label])),
      order: all.map(({ key }) => key),
    }
  })
