'use client'
import { useState } from 'react'
import type { CableRun } from '@/core/installation/installation'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { SpecForm } from '../forms/SpecForm'
import { formOf } from './forms/formOf'
import { type Addable, formToAdd } from './forms/formToAdd'
import { withinSentence } from '@/core/withinSentence'

export type WiringEditing = { change: string } | { add: Addable; near: string | null; run?: CableRun }

/** The form that changes or adds a thing of the wiring; taking out asks twice. */
export function ThingOverlay({
  editing,
  graph,
  onSave,
  onClose,
}: {
  editing: WiringEditing | null
  graph: InstallationGraph
  onSave: (edits: readonly WiringEdit[]) => Promise<string | null>
  onClose: () => void
}) {
  const [sure, setSure] = useState(false)
  const form =
    editing === null
      ? null
      : 'change' in editing
        ? formOf(graph, editing.change)
        : formToAdd(graph, editing.add, editing.near, editing.run)
  const close = () => {
    setSure(false)
    onClose()
  }
  const takeOut = async (id: string) => {
    if (!sure) return setSure(true)
    if ((await onSave([{ kind: 'remove', id }])) === null) close()
  }
  if (!form) return null
  return (
    <Overlay
      title={editing && 'change' in editing ? `Change ${form.title}` : `Add ${withinSentence(form.title)}`}
      open
      onClose={close}
    >
      <SpecForm
        specs={form.specs}
        initial={form.initial}
        submitLabel={form.submit}
        check={(fields) => {
          if ('name' in form.initial && String(fields.name ?? '').trim() === '')
            return [{ path: 'name', message: 'Name is missing' }]
          try {
            form.toEdits(fields).reduce(applyEdit, graph)
            return []
          } catch (error) {
            if (!(error instanceof RangeError)) throw error
            return [{ path: '', message: error.message }]
          }
        }}
        save={async (fields) => {
          if ((await onSave(form.toEdits(fields))) === null) close()
        }}
        extra={
          editing &&
          'change' in editing && (
            <Button onClick={() => void takeOut(editing.change)}>
              {sure ? 'What hung on it is left with a loose end. Press again to take it out.' : 'Take out'}
            </Button>
          )
        }
      />
    </Overlay>
  )
}
