'use client'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { ComponentKind } from '@/core/installation/installation'
import { equipmentContradiction, equipmentFiguresSchema } from '@/schemas/equipment'
import { PLATE_FIELDS, figuresOfKind } from '@/schemas/equipmentFields'
import { schemaIssues } from '@/schemas/schemaIssues'
import type { EquipmentView } from '@/server/useCases/equipment'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'

interface Props {
  kind: ComponentKind
  /** The latest revision; `null` for a new piece. */
  latest: EquipmentView['revisions'][number] | null
  equipmentId: string
  onSaved: () => Promise<void>
}

/** A piece of equipment as its maker declares it; a blank is not known, and stays Open in every job that takes it. */
export function EquipmentForm({ kind, latest, equipmentId, onSaved }: Props) {
  // the same entry sent twice is one revision; after an answer the next one has an id of its own
  const [id, setId] = useState(() => uuidv7())
  const figures = figuresOfKind(kind)
  const part = (fields: Record<string, unknown>) =>
    Object.fromEntries(figures.map(({ name }) => [name, fields[name] ?? null]))
  return (
    <SpecForm
      specs={[...PLATE_FIELDS, ...figures]}
      initial={latest ? { ...latest, ...latest.figures } : {}}
      isNew={latest === null}
      submitLabel={latest ? `Save as revision ${latest.revision + 1}` : 'Add it to the library'}
      check={(fields) => {
        const wrong = equipmentContradiction(part(fields))
        return [...schemaIssues(equipmentFiguresSchema(kind), part(fields)), ...(wrong ? [wrong] : [])]
      }}
      save={async (fields) => {
        const text = (name: string) => (fields[name] as string | null) ?? null
        await callUseCase('saveEquipment', {
          id,
          equipmentId,
          kind,
          after: latest?.revision ?? 0,
          name: text('name') ?? '',
          model: text('model') ?? '',
          minimumFirmware: text('minimumFirmware'),
          source: text('source'),
          figures: part(fields),
        })
        setId(uuidv7())
        await onSaved()
      }}
    />
  )
}
