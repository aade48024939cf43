'use client'
import { useState } from 'react'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useToday } from '@/ui/useTimes'
import { todayHere } from '@/ui/zone'
import { useJob } from '../job/JobContext'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { SnagRow } from './SnagRow'
import { clearedSubject } from './clearedSubject'
import { useFitItems } from './useFitItems'

type Snag = FitItem<'snag'>

const isOpen = ({ detail }: Snag) => detail.clearedOn === null

/** Open ones first, each group by the day they are due. */
const byUrgency = (a: Snag, b: Snag) =>
  Number(isOpen(b)) - Number(isOpen(a)) || (a.detail.due ?? '9').localeCompare(b.detail.due ?? '9')

/** What clears a snag is no field of its form. */
const editingOf = (item: Snag | null): FitEditing => ({ kind: 'snag', item, without: ['clearedOn', 'clearedBy'] })

/** Snags: what, where, who and by when; one is cleared with a picture that shows it. */
export function SnagsView() {
  const {
    record: { installation, attachments },
    actor,
    may,
  } = useJob()
  const { save, refusal } = useFitItems()
  const today = useToday()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const edit = may('saveFitItems')
  const snags = fitOf(installation.fit, 'snag').toSorted(byUrgency)
  const isLate = (snag: Snag) => isOpen(snag) && snag.detail.due !== null && snag.detail.due < today
  const clear = (snag: Snag) =>
    void save([{ ...snag, detail: { ...snag.detail, clearedOn: todayHere(), clearedBy: actor.name } }])
  return (
    <>
      <TitledSheet
        title="Snags"
        note={snags.length > 0 ? `${snags.filter(isOpen).length} open` : undefined}
        actions={
          edit && (
            <Button size="sm" onClick={() => setEditing(editingOf(null))}>
              Add a snag
            </Button>
          )
        }
      >
        {refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {refusal}
          </Notice>
        )}
        {snags.length === 0 && (
          <EmptyState title="No snags">
            What is left to put right goes here, so that nobody has to remember it.
          </EmptyState>
        )}
        {snags.map((snag) => (
          <SnagRow
            key={snag.id}
            snag={snag}
            isLate={isLate(snag)}
            isShownCleared={attachments.some(({ subject }) => subject === clearedSubject(snag.tag))}
            hands={edit ? { onClear: () => clear(snag), onChange: () => setEditing(editingOf(snag)) } : null}
          />
        ))}
      </TitledSheet>
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
