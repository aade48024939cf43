'use client'
import { v7 as uuidv7 } from 'uuid'
import { unitOfEquipment } from '@/core/equipment/takeEquipment'
import { freeTag } from '@/core/installation/freeTag'
import { type FitItem, fitOf } from '@/core/installation/fit'
import type { Installation } from '@/core/installation/installation'
import type { EquipmentView } from '@/server/useCases/equipment'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'
import { useLibrary } from './useLibrary'

/** Units for the components that the library knows the size of and that stand on no wall yet. */
function unitsMissing(
  { components, fit }: Pick<Installation, 'components' | 'fit'>,
  pieces: readonly EquipmentView[],
  wallTag: string,
): FitItem<'unit'>[] {
  const units = fitOf(fit, 'unit')
  const revisions = new Map(pieces.flatMap((piece) => piece.revisions.map((one) => [one.revisionId, one] as const)))
  const tags = new Set(units.map(({ tag }) => tag))
  return components.flatMap((component) => {
    const equipment = component.libraryRevisionId === null ? undefined : revisions.get(component.libraryRevisionId)
    if (!equipment || units.some(({ detail }) => detail.componentTag === component.tag)) return []
    const detail = unitOfEquipment(equipment, wallTag, component.tag)
    if (detail === null) return []
    const tag = freeTag('u', tags)
    tags.add(tag)
    return [{ id: uuidv7(), kind: 'unit' as const, tag, name: component.name, sort: units.length + tags.size, detail }]
  })
}

/** Brings the sizes of what was taken from the library to a wall; the places are found there. */
export function UnitsFromLibrary({
  wallTag,
  save,
}: {
  wallTag: string
  save: (items: readonly FitItem[]) => Promise<boolean>
}) {
  const {
    record: { installation },
  } = useJob()
  const { pieces } = useLibrary()
  const missing = unitsMissing(installation, pieces ?? [], wallTag)
  if (missing.length === 0) return null
  return (
    <Button size="sm" onClick={() => void save(missing)}>
      {missing.length === 1 ? `Add ${missing[0]?.name}` : `Add ${missing.length} units from the library`}
    </Button>
  )
}
