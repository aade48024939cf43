'use client'
import { useState } from 'react'

import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { SettingHistory } from './SettingHistory'
import { SettingTemplates } from './SettingTemplates'
import { type SettingLine, SettingsTable } from './SettingsTable'
import type { SettingActs } from './useSettingActs'

/** Three columns, planned · read · left, and the history of the setting that is looked at. */
export function PlannedReadLeft({ lines, acts }: { lines: readonly SettingLine[]; acts: SettingActs }) {
  const { may } = useJob()
  const [shown, setShown] = useState<string | null>(null)
  const [editing, setEditing] = useState<Editing | null>(null)
  return (
    <>
      <TitledSheet
        title="Planned · read · left"
        actions={
          may('changeJob') && (
            <>
              <SettingTemplates />
              <Button size="sm" onClick={() => setEditing({ kind: 'setting', item: null })}>
                Plan a setting
              </Button>
            </>
          )
        }
      >
        {lines.length === 0 ? (
          <EmptyState title="No settings planned">
            Plan what the gateway should be left at: reserve, limits, phases, the bond relay. Then read the device and
            compare.
          </EmptyState>
        ) : (
          <SettingsTable lines={lines} shown={shown} show={setShown} />
        )}
      </TitledSheet>
      {shown !== null && <SettingHistory settingKey={shown} acts={acts.acts} />}
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
