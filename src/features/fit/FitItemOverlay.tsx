'use client'
import { type FitItem, type FitKind, fitOf } from '@/core/installation/fit'
import { FIT_SCHEMAS, fitContradiction } from '@/schemas/fit'
import { FIT_FIELDS, FIT_WORDS } from '@/schemas/fitFields'
import { Overlay } from '@/ui/Overlay'
import { schemaIssues } from '@/schemas/schemaIssues'
import { ThingForm } from '../forms/ThingForm'
import { useJob } from '../job/JobContext'

/** Which thing is being edited: one that is there, or a new one with what it starts with. */
export interface FitEditing {
  kind: FitKind
  item: FitItem | null
  first?: Readonly<Record<string, unknown>>
  /** Fields that this form leaves alone, because the bench sets them. */
  without?: readonly string[]
}

/** The form of one thing of the wall, the day or the van, over the bench. */
export function FitItemOverlay({ editing, onClose }: { editing: FitEditing | null; onClose: () => void }) {
  return (
    <Overlay
      title={editing ? `${editing.item ? 'Change the' : 'New'} ${FIT_WORDS[editing.kind].one}` : ''}
      open={editing !== null}
      onClose={onClose}
      wide
    >
      {editing && <FitForm key={editing.item?.id ?? 'new'} editing={editing} onClose={onClose} />}
    </Overlay>
  )
}

function FitForm({
  editing: { kind, item, first, without = [] },
  onClose,
}: {
  editing: FitEditing
  onClose: () => void
}) {
  const {
    record: { installation },
    carryOut,
  } = useJob()
  const { jobId, fit } = installation
  const all = FIT_FIELDS[kind]
  const specs = all.filter(({ name }) => !without.includes(name))
  const kept = (fields: Record<string, unknown>) => ({
    ...Object.fromEntries(
      without.map((name) => [
        name,
        (item?.detail as unknown as Record<string, unknown> | undefined)?.[name] ?? first?.[name] ?? null,
      ]),
    ),
    ...fields,
  })
  return (
    <ThingForm
      words={FIT_WORDS[kind]}
      specs={specs}
      item={item}
      taken={new Set(fitOf(fit, kind).map(({ tag }) => tag))}
      first={first}
      removalHint="What was recorded on it stays on record."
      onClose={onClose}
      check={(fields) => {
        const wrong = fitContradiction(kind, kept(fields))
        return [...schemaIssues(FIT_SCHEMAS[kind], kept(fields)), ...(wrong ? [wrong] : [])]
      }}
      save={async (itemId, fields) => {
        await carryOut('saveFitItems', { jobId, items: [{ kind, itemId, fields: kept(fields) }] })
      }}
      remove={async (itemId) => {
        await carryOut('removeFitItem', { jobId, itemId })
      }}
    />
  )
}
