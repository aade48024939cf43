'use client'
import { useState } from 'react'
import type { PlannedSetting } from '@/core/installation/installation'
import { settingText } from '@/core/settings/settingText'
import { Button } from '@/ui/Button'
import { callUseCase, problemWords } from '../api'
import { useJob } from '../job/JobContext'
import type { SettingActs } from './useSettingActs'

/** Writes what differs from the plan, one by one, each read back at once: to the stand-in, and to a real gateway only where a lead has allowed it for that device. */
export function WriteAsPlanned({
  settings,
  acts: { allowed, again },
  told,
}: {
  settings: readonly PlannedSetting[]
  acts: SettingActs
  told: (words: string) => void
}) {
  const { may, view, record } = useJob()
  const [busy, setBusy] = useState(false)
  const mayBeWritten = view.gateway.host === null || allowed !== null
  if (!may('writeSetting') || !mayBeWritten || settings.length === 0) return null
  const write = async () => {
    setBusy(true)
    const lines: string[] = []
    try {
      for (const { key, label, value, unit } of settings) {
        const { readBack } = await callUseCase('writeSetting', { jobId: record.installation.jobId, key, value })
        const words = readBack === null ? 'nothing is read back' : `${settingText(key, readBack, unit)} is read back`
        lines.push(`${label}: ${settingText(key, value, unit)} written, ${words}.`)
      }
    } catch (error) {
      lines.push(problemWords(error))
    } finally {
      setBusy(false)
      told(`${lines.join(' ')} Now read it from the gateway.`)
      again()
    }
  }
  return (
    <Button disabled={busy} onClick={() => void write()}>
      {busy ? 'Writing…' : `Write ${settings.length === 1 ? 'it' : `these ${settings.length}`} as planned`}
    </Button>
  )
}
