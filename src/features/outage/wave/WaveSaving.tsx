'use client'
import { Menu, Portal } from '@chakra-ui/react'
import { FileDown } from 'lucide-react'
import { type RefObject, useState } from 'react'
import { excerptComtrade } from '@/core/outage/excerpt/excerptComtrade'
import { excerptCsv } from '@/core/outage/excerpt/excerptCsv'
import { type WaveExcerpt, waveExcerpt } from '@/core/outage/excerpt/waveExcerpt'
import { Button } from '@/ui/Button'
import { chartPng, chartSvg } from '@/ui/charts/chartFile'
import { Notice } from '@/ui/Notice'
import type { AnalysedWave } from '@/workers/recordingCalls'
import { download, downloadBytes } from '../../survey/download'
import type { WaveWindow } from './waveLayout'

const FORMS = {
  comtrade: 'COMTRADE (.cff)',
  csv: 'CSV',
  svg: 'Picture (SVG)',
  png: 'Picture (PNG)',
} as const

/** Saves what is shown of a wave: its samples in a form that reads back, or the picture. */
export function WaveSaving({
  wave,
  shown,
  title,
  picture,
}: {
  wave: AnalysedWave
  shown: WaveWindow
  title: string
  picture: RefObject<SVGSVGElement | null>
}) {
  const [failure, setFailure] = useState<string | null>(null)
  const name = `${title}, part`
  const samples = (): WaveExcerpt => {
    const { voltages, analysis, timesS, startedAt } = wave
    const { sampleRateHz, nominalHz } = analysis
    const part = waveExcerpt({ channels: voltages, sampleRateHz, timesS, nominalHz, startedAt }, shown.fromS, shown.toS)
    if (!part) throw new Error('Fewer than two samples are shown. Look from further out.')
    return part
  }
  const save: Readonly<Record<keyof typeof FORMS, (svg: SVGSVGElement) => Promise<void> | void>> = {
    comtrade: () => downloadBytes(`${name}.cff`, excerptComtrade(samples(), title), 'application/octet-stream'),
    csv: () => download(`${name}.csv`, excerptCsv(samples())),
    svg: (svg) => download(`${name}.svg`, chartSvg(svg, title), 'image/svg+xml'),
    png: async (svg) => downloadBytes(`${name}.png`, await chartPng(svg, title), 'image/png'),
  }
  const saveAs = async (form: keyof typeof FORMS) => {
    setFailure(null)
    try {
      if (picture.current) await save[form](picture.current)
    } catch (error) {
      setFailure(error instanceof Error ? error.message : 'That could not be saved.')
    }
  }
  return (
    <>
      <Menu.Root onSelect={({ value }) => void saveAs(value as keyof typeof FORMS)}>
        <Menu.Trigger asChild>
          <Button size="sm">
            <FileDown size={15} aria-hidden /> Save what is shown
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="sheet" borderWidth="1px" borderColor="rule2">
              {Object.entries(FORMS).map(([form, words]) => (
                <Menu.Item key={form} value={form} minH="40px" fontSize="14px" color="ink">
                  {words}
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {failure && (
        <Notice kind="error" w="100%">
          {failure}
        </Notice>
      )}
    </>
  )
}
