import type { Installation } from '@/core/installation/installation'
import { sameValue } from '@/core/pack/sameValue'

/** Lists of things of a plan: each thing has an id, and a short name that is its own in its list, or in its kind. */
export const THING_LISTS = [
  'loads',
  'components',
  'circuits',
  'runs',
  'electrodes',
  'settings',
  'survey',
  'fit',
] as const satisfies readonly (keyof Installation)[]
export type ThingList = (typeof THING_LISTS)[number]
export type Thing = Installation[ThingList][number]

/** What a file would do to one list of things. */
export interface ThingMerge {
  list: ThingList
  /** Not here, and its short name is free. */
  fresh: readonly Thing[]
  /** Here with other figures, and which. */
  differ: readonly { thing: Thing; fields: readonly string[] }[]
  /** Not here, but another thing has its short name. */
  clash: readonly Thing[]
}

/** What a thing is called in its list: two of one name cannot be told apart. */
export const nameOfThing = (thing: Thing): string => {
  const { kind, tag, key } = thing as { kind?: string; tag?: string; key?: string }
  return 'detail' in thing ? `${kind} ${tag}` : (tag ?? key ?? '')
}

/** Fields of a thing, those of its kind beside the others; where it stands in its list is none. */
function fieldsOf(thing: Thing): Readonly<Record<string, unknown>> {
  const { id: _id, jobId: _job, sort: _sort, detail, ...own } = thing as unknown as Record<string, unknown>
  return { ...own, ...(detail as Record<string, unknown> | undefined) }
}

const differing = (here: Thing, file: Thing): string[] => {
  const [a, b] = [fieldsOf(here), fieldsOf(file)]
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((field) => !sameValue(a[field], b[field]))
}

/** Holds one list of things of a file against the list here: nothing that only stands here is ever taken out. */
export function mergeThings(list: ThingList, file: readonly Thing[], here: readonly Thing[]): ThingMerge {
  const byId = new Map(here.map((thing) => [thing.id, thing]))
  const byName = new Map(here.map((thing) => [nameOfThing(thing), thing.id]))
  const merge = { list, fresh: [] as Thing[], differ: [] as ThingMerge['differ'][number][], clash: [] as Thing[] }
  for (const thing of file) {
    const own = byId.get(thing.id)
    const holder = byName.get(nameOfThing(thing))
    const fields = own ? differing(own, thing) : []
    if (holder !== undefined && holder !== thing.id) merge.clash.push(thing)
    else if (own === undefined) merge.fresh.push(thing)
    else if (fields.length > 0) merge.differ.push({ thing, fields })
    if (own === undefined && holder === undefined) byName.set(nameOfThing(thing), thing.id)
  }
  return merge
}
