'use client'
import { useMemo } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { type PickChange, pickChanges } from '@/core/fit/pickList'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { freeTag } from '@/core/installation/freeTag'
import { materialsOfInstallation } from '@/core/plan/materialsOfInstallation'
import { useJob } from '../job/JobContext'
import { useFitItems } from './useFitItems'

type Material = FitItem<'material'>

/** Of a line that nobody has touched yet. */
const UNTOUCHED = { vanPlace: null, taskTag: null, deliveryTag: null, loaded: null, used: null, note: null }

/** The list with what the plan has come to imply: lines that are missing, and those of another quantity. */
function takenOver(list: readonly Material[], changes: readonly PickChange[]): FitItem[] {
  const taken = new Set(list.map(({ tag }) => tag))
  const free = () => {
    const tag = freeTag('m', taken)
    taken.add(tag)
    return tag
  }
  return changes.map(({ line: { item: name, group, unit, quantity }, item }, k): FitItem => ({
    id: item?.id ?? uuidv7(),
    kind: 'material',
    tag: item?.tag ?? free(),
    name,
    sort: item?.sort ?? 1000 + list.length + k,
    detail: { ...(item?.detail ?? UNTOUCHED), group, unit, planned: quantity },
  }))
}

/** The pick list of the job, and what of the plan is not on it as it stands now. */
export function usePickList() {
  const {
    record: { installation },
  } = useJob()
  const { save, refusal, busy } = useFitItems()
  const list = fitOf(installation.fit, 'material')
  const lines = useMemo(() => materialsOfInstallation(installation), [installation])
  const changes = pickChanges(installation, lines)
  return { list, changes, save, takeOver: () => save(takenOver(list, changes)), refusal, busy }
}

export type PickList = ReturnType<typeof usePickList>
